import { cm, compassCalled, told, type Message, type Shoot, type Stem } from '../../../../../core';

/** How long a shoot is, what it stands on, how far out, and where it points. */
export function shootPlace({ onStem, atCm, bearingDeg, lengthCm }: Shoot, stems: readonly Stem[]): Message {
  const length = cm(lengthCm ?? 0);
  const limb = stems.find(({ id }) => id === onStem)?.tag;
  if (limb === undefined) return told('shoot.long', { length });
  const at = { length, limb: { tag: limb }, at: cm(atCm ?? 0) };
  return bearingDeg === undefined
    ? told('shoot.on', at)
    : told('shoot.on-facing', { ...at, way: compassCalled(bearingDeg) });
}
