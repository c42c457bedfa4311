/** A tag on its string: where the string is tied, and where the tag hangs. */
export interface HangingTag {
  tiedX: number;
  tiedY: number;
  x: number;
  y: number;
  width: number;
}

const HEIGHT = 17;
const STRING = 15;
const GAP = 2;
const ROUNDS = 12;

/** Hangs tags under the places they are tied to and moves those that overlap apart; none is left out. */
export function hangTags(
  tied: readonly { x: number; y: number; width: number }[],
  bounds: { width: number; height: number },
): HangingTag[] {
  const tags = tied.map(({ x, y, width }) => ({ tiedX: x, tiedY: y, x, y: y + STRING, width }));
  for (let round = 0; round < ROUNDS; round++) {
    let moved = false;
    for (let i = 0; i < tags.length; i++) {
      for (let j = i + 1; j < tags.length; j++) {
        moved = part(tags[i] as HangingTag, tags[j] as HangingTag) || moved;
      }
    }
    if (!moved) break;
  }
  for (const tag of tags) {
    tag.x = Math.max(tag.width / 2 + 1, Math.min(bounds.width - tag.width / 2 - 1, tag.x));
    tag.y = Math.max(HEIGHT / 2 + 1, Math.min(bounds.height - HEIGHT / 2 - 1, tag.y));
  }
  return tags;
}

/** Pushes two overlapping tags apart along the shorter way, each by half. */
function part(a: HangingTag, b: HangingTag): boolean {
  const overlapX = (a.width + b.width) / 2 + GAP - Math.abs(a.x - b.x);
  const overlapY = HEIGHT + GAP - Math.abs(a.y - b.y);
  if (overlapX <= 0 || overlapY <= 0) return false;
  if (overlapX < overlapY) {
    const way = a.x <= b.x ? overlapX / 2 : -overlapX / 2;
    a.x -= way;
    b.x += way;
  } else {
    const way = a.y <= b.y ? overlapY / 2 : -overlapY / 2;
    a.y -= way;
    b.y += way;
  }
  return true;
}

export const TAG_HEIGHT = HEIGHT;
