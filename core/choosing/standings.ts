import { woodSeason } from '../calendar/seasons';
import type { Ruling } from '../history/tree-draft';
import type { FormId } from '../kinds/form-ids';
import type { Finding, Scene } from '../findings/finding';
import type { Part } from '../tree/part';
import { stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { mustGo } from './weigh/soundness';

/** What follows today from what a stem was grown for. */
export type Standing =
  /** It was chosen, and has not failed. */
  | { is: 'chosen'; part: Part; leads: boolean }
  /** It was a spare, and the chosen one failed. */
  | { is: 'takes-over'; part: Part; leads: boolean; failed?: StemId }
  /** It was a spare; the chosen one stands, or another spare has taken its place. */
  | { is: 'over'; part: Part; chosen: StemId }
  /** It is a spare in its first summer, or nobody has read yet what became of the chosen one. */
  | { is: 'waits'; part: Part; tag?: string }
  /** It was chosen, and has failed. */
  | { is: 'failed'; part: Part };

export type Standings = ReadonlyMap<StemId, Standing>;

/** What standings are told from. */
export interface StandingsQuestion {
  scene: Scene & { findings: readonly Finding[] };
  form: FormId;
  rulings: Readonly<Record<StemId, Ruling>>;
}

const HURT: readonly Stem['condition'][] = ['broken', 'damaged'];

/**
 * What was chosen and what was spare, and what follows from it now: a chosen one that failed (dead, broken, taken by the grower's
 * word, or shorter than a limb is) is replaced by the strongest of its spares. What was chosen for another form says nothing of this one.
 */
export function standingsOf({ scene, form, rulings }: StandingsQuestion): Standings {
  const { tree } = scene.laid;
  const shortestCm = scene.limits('scaffold.shortestCm').value;
  const grown = tree.stems.flatMap((stem) => (stem.part?.form === form ? [{ stem, part: stem.part }] : []));
  const hasFailed = (stem: Stem): boolean =>
    rulings[stem.id] === 'out' ||
    HURT.includes(stem.condition) ||
    mustGo(scene.findings, { stem }) ||
    stem.length.value < shortestCm;
  const standings = new Map<StemId, Standing>();
  for (const { stem, part } of grown)
    if (part.role !== 'spare')
      standings.set(
        stem.id,
        hasFailed(stem) ? { is: 'failed', part } : { is: 'chosen', part, leads: part.role === 'leader' },
      );
  const heirs = new Map<string, StemId>();
  const spares = grown
    .filter(({ part }) => part.role === 'spare')
    .sort((a, b) => b.stem.diameter.value - a.stem.diameter.value || (a.stem.id < b.stem.id ? -1 : 1));
  for (const { stem, part } of spares) {
    const { spareFor } = part;
    const isFirstSummer = woodSeason(scene.site, part.on) === woodSeason(scene.site, scene.when.today);
    if (isFirstSummer || spareFor === undefined || spareFor.is === 'unread') {
      if (spareFor === undefined && !isFirstSummer) continue;
      const tag = spareFor?.is === 'unread' ? spareFor.tag : undefined;
      standings.set(stem.id, { is: 'waits', part, ...(tag !== undefined && { tag }) });
      continue;
    }
    const chosen = spareFor.is === 'stem' ? stemOf(tree, spareFor.stemId) : undefined;
    const standing = chosen && standings.get(chosen.id);
    if (chosen && standing?.is === 'chosen') {
      standings.set(stem.id, { is: 'over', part, chosen: chosen.id });
      continue;
    }
    // Of several spares of one that failed, the strongest takes its place and the others go.
    const of = spareFor.is === 'stem' ? spareFor.stemId : spareFor.name;
    const heir = heirs.get(of);
    if (heir !== undefined) standings.set(stem.id, { is: 'over', part, chosen: heir });
    else if (!hasFailed(stem)) {
      heirs.set(of, stem.id);
      const leads = (spareFor.is === 'lost' ? spareFor.role : standing?.part.role) === 'leader';
      standings.set(stem.id, { is: 'takes-over', part, leads, ...(chosen && { failed: chosen.id }) });
    }
  }
  return standings;
}

/** Whether a stem has a place by what it was grown for. */
export const holdsPlace = (
  standing: Standing | undefined,
): standing is Extract<Standing, { is: 'chosen' | 'takes-over' }> =>
  standing?.is === 'chosen' || standing?.is === 'takes-over';
