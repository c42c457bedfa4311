import type { PlainEvent } from './events';

/** A wound that was looked at, on whatever tree: its width, mm; the days it was cut and seen on, ISO; and whether it was closed. */
export interface TreeWound {
  treeId: string;
  widthMm: number;
  cutOn: string;
  seenOn: string;
  isClosed: boolean;
}

/** What was seen of wounds on the trees of a yard. A sick one says nothing of callus; one is counted at each look until it is closed. */
export function woundsCame(eventsOf: ReadonlyMap<string, readonly PlainEvent[]>): TreeWound[] {
  return [...eventsOf].flatMap(([treeId, events]) =>
    events.flatMap((event, i): TreeWound[] => {
      if (event.kind !== 'wound-seen' || event.looks === 'sick') return [];
      const cut = cutBefore(events.slice(0, i), event.limbId);
      return cut ? [{ treeId, ...cut, seenOn: event.happenedOn, isClosed: event.looks === 'closed' }] : [];
    }),
  );
}

/** The cut that left the wound of a limb, the last of several. */
function cutBefore(
  events: readonly PlainEvent[],
  limbId: string,
): Pick<TreeWound, 'widthMm' | 'cutOn'> | undefined {
  for (const event of [...events].reverse()) {
    const act =
      event.kind === 'acts-done' &&
      event.acts.find((one) => (one.kind === 'take-out' || one.kind === 'shorten') && one.stemId === limbId);
    if (act && (act.kind === 'take-out' || act.kind === 'shorten'))
      return { widthMm: act.diameterMm, cutOn: event.happenedOn };
  }
  return undefined;
}
