import type { ISchema } from 'yup';
import { kinds, text } from '../fields/fields';
import { refused } from '../fields/refusal';
import type { LaidTree } from '../tree/course';
import type { Tree } from '../tree/stem';
import type { Message } from '../words/message';
import type { ActMark, ActWays } from './act';
import { bend } from './bend';
import type { CutPlace } from './cut-place';
import { letGo } from './let-go';
import { loosen } from './loosen';
import { makeLimb } from './make-limb';
import { move } from './move';
import { notch } from './notch';
import type { Phase } from './phase';
import type { TreeScene } from './scene';
import { shorten } from './shorten';
import { spread } from './spread';
import { stake } from './stake';
import { stay } from './stay';
import { swing } from './swing';
import { takeCrop } from './take-crop';
import { takeOut } from './take-out';

/** Every kind of act there is: its file, and one line here. */
export const ACTS = {
  stake,
  'let-go': letGo,
  loosen,
  move,
  'take-out': takeOut,
  shorten,
  'take-crop': takeCrop,
  bend,
  swing,
  spread,
  stay,
  'make-limb': makeLimb,
  notch,
};

export type ActKind = keyof typeof ACTS;
export const ACT_KINDS = Object.keys(ACTS) as ActKind[];

/** Work on the tree. Lengths cm, diameters mm, angles deg from upright. */
export type Act = { [K in ActKind]: (typeof ACTS)[K] extends ActWays<infer A> ? A : never }[ActKind];

/** An act of a plan, by a name of its own there: so it can be accepted, done, amended and reviewed alone. */
export type PlannedAct = Act & { id: string };

const waysOf = (act: Act): ActWays<Act> => ACTS[act.kind] as unknown as ActWays<Act>;

/** The tree as the acts leave it: stems gone with all they carry, ends cut, runs bent. Unknown stems are passed over. */
export const afterActs = (tree: Tree, acts: readonly Act[]): Tree =>
  acts.reduce((left, act) => waysOf(act).apply(left, act), tree);

export const phaseOf = (scene: TreeScene, act: Act): Phase => waysOf(act).phase(scene, act);

/** Height at which an act is done, cm. */
export const heightOfAct = (scene: TreeScene, act: Act): number => waysOf(act).heightCm(scene, act);

/** Where a cut is made, with what, and what it leaves; undefined for acts that cut nothing. */
export const placeOf = (scene: TreeScene, act: Act): CutPlace | undefined => waysOf(act).place(scene, act);

/** What is done in an act, in one line with its lengths, facings and angles. */
export const actWords = (scene: TreeScene, act: Act): Message => waysOf(act).words(scene, act);

/** The cautions that belong to an act, the gravest first, each a short sentence or two; empty where there is none. */
export const cautionsFor = (scene: TreeScene, act: Act): Message[] => waysOf(act).cautions(scene, act);

/** How far an act is safe, what holds the limb then and until when; empty for an act that holds nothing. */
export const holdsOf = (act: Act): Message[] => waysOf(act).holds?.(act) ?? [];
export const holdsInBrief = (act: Act): Message[] => waysOf(act).holdsInBrief?.(act) ?? [];

export const suppliesOf = (act: Act): ReturnType<ActWays<Act>['supplies']> => waysOf(act).supplies(act);
export const minutesOf = (scene: TreeScene, act: Act): number => waysOf(act).minutes(scene, act);
export const countedAs = (act: Act): ReturnType<ActWays<Act>['counted']> => waysOf(act).counted(act);

/** Where an act shows on a tree; undefined for one on a stem that is not there. */
export const markOf = (laid: LaidTree, act: Act): ActMark | undefined => waysOf(act).mark(laid, act);

/** Whether an act is only waited for: a shoot that is still to grow is no work to do, or to tick, today. */
export const isAwaited = (act: Act): boolean => act.kind === 'make-limb' && act.how !== 'notch';

/** Acts of one plan by names of their own: what is done, to which stem, and a number where that comes twice. */
export function named(acts: readonly Act[]): PlannedAct[] {
  const seen = new Map<string, number>();
  return acts.map((act) => {
    const name = 'stemId' in act ? `${act.kind}:${act.stemId}` : act.kind;
    const n = (seen.get(name) ?? 0) + 1;
    seen.set(name, n);
    return { ...act, id: n === 1 ? name : `${name}:${n}` };
  });
}

/** A name of an act within its plan: a kind, a stem and a number. */
const actName = text(110).matches(/^[A-Za-z0-9._~:-]+$/, refused('refused.act-name'));

/** The shape of a planned or done act in a file. */
export const plannedAct = kinds(
  Object.fromEntries(ACT_KINDS.map((kind) => [kind, ACTS[kind].schema.shape({ id: actName })])),
) as unknown as ISchema<PlannedAct>;
