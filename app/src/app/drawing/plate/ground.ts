import type { Vec3 } from '../../../../../core';
import { TOKENS } from '../tokens';
import type { SeenLimb } from './limb';
import { unevenness, type Pen, type View } from './pen';

/** How far to the right, and how far toward the viewer, shade falls for each cm of height; and how flat the ground is seen, as shares. */
const SHADE_ASIDE = 0.3;
const SHADE_TOWARD = 0.06;
const GROUND_SEEN = 0.1;
/** Space between blades along the ground, and how deep the ground is seen, px. */
const BLADES_PX = 3.5;
const DEPTH_PX = 5;

/** Draws the ground a tree stands on, and the shade it throws there. */
export function drawGround(pen: Pen, view: View, limbs: readonly SeenLimb[]): void {
  const { frame } = view;
  if (frame.footY > frame.height + 40) return;
  shade(pen, view, limbs);
  blades(pen, view);
}

/** The shade of every limb, laid on the ground by light from the upper left. */
function shade(pen: Pen, { project, frame }: View, limbs: readonly SeenLimb[]): void {
  const onGround = (at: Vec3): [number, number] => {
    const { x, y, near } = project(at);
    return [
      frame.footX + (x + y * SHADE_ASIDE) * frame.scale,
      frame.footY + 2 + (y * SHADE_TOWARD + near * GROUND_SEEN) * frame.scale,
    ];
  };
  pen.strokeStyle = TOKENS.ink;
  pen.lineCap = 'round';
  for (const isStout of [true, false]) {
    pen.globalAlpha = isStout ? 0.15 : 0.1;
    pen.lineWidth = Math.max(1.6, (isStout ? 2.4 : 1) * frame.scale * 0.7);
    pen.beginPath();
    for (const { limb } of limbs) {
      if ((limb.stem.parent.kind === 'ground') !== isStout) continue;
      limb.sections.forEach(({ at }, i) => {
        const [x, y] = onGround(at);
        if (i === 0) pen.moveTo(x, y);
        else pen.lineTo(x, y);
      });
    }
    pen.stroke();
  }
  pen.globalAlpha = 1;
}

/** Grass by the line of the ground: a few blades, the same ones each time. */
function blades(pen: Pen, { frame }: View): void {
  pen.strokeStyle = TOKENS.inkSoft;
  pen.lineWidth = 0.8;
  pen.globalAlpha = 0.7;
  pen.beginPath();
  const first = Math.ceil((16 - frame.footX) / BLADES_PX);
  const last = Math.floor((frame.width - 8 - frame.footX) / BLADES_PX);
  for (let k = first; k <= last; k++) {
    // It grows in tufts: a slow wave says where, chance how high.
    const tuft = unevenness(Math.floor(k / 7)) * Math.sin(((k % 7) / 7) * Math.PI) ** 2;
    const chance = unevenness(k + 0.5);
    if (tuft < 0.12) continue;
    const x = frame.footX + (k + chance) * BLADES_PX;
    const y = frame.footY + unevenness(k) * DEPTH_PX;
    const lean = (unevenness(k + 0.25) - 0.5) * 6;
    pen.moveTo(x, y);
    pen.quadraticCurveTo(x, y - 3, x + lean, y - 2 - 9 * tuft * chance);
  }
  pen.stroke();
  pen.globalAlpha = 1;
}
