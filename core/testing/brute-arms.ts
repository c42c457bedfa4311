// What the second scorer knows of ribs that rise from arms: where they stand, and how they join.
import { angleDeg, at, type Laid } from './brute-geometry';
import { asRead } from './brute-measures';
import type { Limb } from './trees';

const FOOT_CM = 6;
const FARTHEST_CM = 60;
const SHORTEST_CM = 20;

/** A limb as laid, with the arm it rises from, if any. */
export interface Placed {
  limb: Limb;
  laid: Laid;
  arm?: Laid;
  /** It takes over the way of an arm that was cut: no fork. */
  prolongs: boolean;
}

export const armOf = ({ more }: Limb): string | undefined =>
  more?.parent?.kind === 'stem' && more.parent.stemId !== 'trunk' ? more.parent.stemId : undefined;

/** Every limb that may be chosen among: those on the stem, and on a wall those near enough on their arms. */
export function placed(limbs: readonly Limb[], hasArms: boolean): Placed[] {
  const long = limbs.filter(({ length }) => length >= SHORTEST_CM);
  const onStem = long.filter((l) => armOf(l) === undefined);
  const laidById = new Map(onStem.map((l) => [l.id, asRead(l)]));
  const plain = onStem.map((limb) => ({ limb, laid: laidById.get(limb.id) as Laid, prolongs: false }));
  if (!hasArms) return plain;
  const carried = long.flatMap((limb): Placed[] => {
    const arm = laidById.get(armOf(limb) ?? '');
    if (!arm || limb.h < FOOT_CM || limb.h > FARTHEST_CM) return [];
    const [x, y, z] = at(arm, Math.min(limb.h, arm.length));
    const laid = { ...asRead(limb), foot: [x, y] as const, h: z, datum: 2 };
    return [{ limb, laid, arm, prolongs: arm.endMm !== undefined && arm.length - limb.h <= 3 }];
  });
  return [...plain, ...carried];
}

/** Thickness of an arm, mm, at a distance along it. */
export function armMmAt({ mm, length, datum, endMm }: Laid, s: number): number {
  const from = Math.min(datum, length / 2);
  if (s <= from) return mm;
  return mm + (((endMm ?? Math.min(3, mm)) - mm) * (Math.min(s, length) - from)) / (length - from);
}

/** The angle a limb leaves what carries it at, deg; undefined where it only prolongs an arm. */
export function crotchOf({ limb, laid, arm, prolongs }: Placed): number | undefined {
  if (prolongs) return undefined;
  return arm ? angleDeg(laid, arm) : limb.angle;
}

/** Whether an arm was cut and has a shoot in its outer third that could take over. */
export function onlyCarries({ limb, laid }: Placed, all: readonly Placed[]): boolean {
  return (
    laid.endMm !== undefined && all.some((p) => p.arm?.id === limb.id && p.limb.h >= (laid.length * 2) / 3)
  );
}
