import { choicesFor, keptUpTo } from '../cuts/cut-to-buds';
import { childrenOf, stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { overCap } from '../acts/account';
import type { Act } from '../acts/acts';
import { cutQuestionOf, planFrom, type Plan } from './plan';
import type { PlanQuestion } from './question';
import { topOfOpenTree } from './wounds';

/** What a plan wounds a tree by: how many cuts, the widest, mm, and the area of all together, cm^2. */
export interface Wounds {
  wounds: number;
  largestMm: number;
  areaCm2: number;
}

/** Another way to do the same: one limb cut to another length, so that the tree is left with fewer or smaller wounds. */
export interface WoundChoice extends Wounds {
  /** The limb whose length is set, and to what, cm: its whole length where it is left uncut. */
  stemId: StemId;
  toLengthCm: number;
  /** Limbs that go with its end instead of by a cut of their own; the other way round where it is left uncut. */
  together: readonly StemId[];
  /** How much shorter the limb is left than the plan leaves it, cm; negative where it is left longer. */
  shorterCm: number;
  woodShare: number;
  /** Whether it takes more of the tree than a year may. */
  isOver: boolean;
  after: Tree;
}

/** A limb that stays is cut back by no more than this share of itself to spare wounds. Working value. */
const LEAST_LEFT = 2 / 3;
/** A cut is made this far below the join of the innermost limb it takes, cm. */
const BELOW_JOIN_CM = 1;
/** Wounds are smaller where their area is less by the first share, or the widest of them, which closes last, by the second. Working values. */
const LESS_AREA = 0.05;
const LESS_WIDE = 0.15;
/** So many other ways are offered, those with the fewest wounds first. */
const OFFERED = 3;

/** The wounds of acts: each cut a circle as wide as what is cut. */
export function woundsOf(acts: readonly Act[]): Wounds {
  const widths = acts.flatMap((act) =>
    act.kind === 'take-out' || act.kind === 'shorten' ? [act.diameterMm] : [],
  );
  return {
    wounds: widths.length,
    largestMm: Math.max(0, ...widths),
    areaCm2: widths.reduce((sum, mm) => sum + (Math.PI / 4) * (mm / 10) ** 2, 0),
  };
}

/**
 * Other ways to the same frame with fewer or smaller wounds, the fewest first: a limb that stays cut back past the side
 * shoots that go, so that they need no cut of their own; the stem of an open tree cut over its highest limb; or left,
 * and what goes cut singly. None loses a limb that stays, none leads a shoot where it is refused.
 */
export function woundChoices(question: PlanQuestion, plan: Plan): WoundChoice[] {
  const now = woundsOf(plan.acts);
  return [...shorterLimbs(question, plan), ...openTop(question, plan)]
    .flatMap(({ stem, toLengthCm }) => tried(question, plan, stem, toLengthCm) ?? [])
    .filter((other) => isLess(other, now))
    .sort((a, b) => a.wounds - b.wounds || a.areaCm2 - b.areaCm2 || (a.stemId < b.stemId ? -1 : 1))
    .filter(({ stemId }, i, all) => all.findIndex((other) => other.stemId === stemId) === i)
    .slice(0, OFFERED);
}

const isLess = (other: Wounds, now: Wounds): boolean =>
  other.wounds < now.wounds ||
  other.areaCm2 < now.areaCm2 * (1 - LESS_AREA) ||
  other.largestMm < now.largestMm * (1 - LESS_WIDE);

type Shorten = Extract<Act, { kind: 'shorten' }>;

const cutOf = (acts: readonly Act[], stemId: StemId): Shorten | undefined =>
  acts.find((act): act is Shorten => act.kind === 'shorten' && act.stemId === stemId);

interface Trial {
  stem: Stem;
  toLengthCm: number;
}

/** Limbs that stay, each cut just below two or more of the side shoots that go, from its end inward. */
function shorterLimbs(question: PlanQuestion, plan: Plan): Trial[] {
  const { scene, chosen } = question;
  const goes = new Set(plan.acts.flatMap((act) => (act.kind === 'take-out' ? [act.stemId] : [])));
  const cuts = cutQuestionOf(question);
  return chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }): Trial[] => {
      const stem = stemOf(scene.laid.tree, stemId);
      if (!stem) return [];
      const floorCm = Math.max(
        keptUpTo(cuts, stemId),
        stem.length.value * LEAST_LEFT,
        scene.limits('scaffold.shortestCm').value,
      );
      return childrenOf(scene.laid.tree, stemId)
        .filter(({ id }) => goes.has(id))
        .map(({ id, origin }) => (scene.laid.joins.get(id) ?? origin.value) - BELOW_JOIN_CM)
        .sort((a, b) => b - a)
        .slice(1)
        .filter((toLengthCm) => toLengthCm >= floorCm)
        .map((toLengthCm) => ({ stem, toLengthCm }));
    });
}

/** The stem of an open tree: over its highest limb where the plan leaves it; whole where it was headed before and the plan cuts it there. */
function openTop(question: PlanQuestion, plan: Plan): Trial[] {
  const { trunk } = question.scene.laid;
  if (!trunk || question.cuts[trunk.id] !== undefined) return [];
  const planned = cutOf(plan.acts, trunk.id);
  if (planned)
    return planned.purpose === 'open-centre' && trunk.headed
      ? [{ stem: trunk, toLengthCm: trunk.length.value }]
      : [];
  const top = topOfOpenTree(question);
  return top ? [{ stem: trunk, toLengthCm: top.toLengthCm }] : [];
}

/** The plan with one limb's length set; undefined where a limb that stays would go, or the cut leads nowhere. */
function tried(question: PlanQuestion, plan: Plan, stem: Stem, toLengthCm: number): WoundChoice | undefined {
  const other = planFrom({ ...question, cuts: { ...question.cuts, [stem.id]: toLengthCm } });
  const left = new Set(other.after.stems.map(({ id }) => id));
  if (question.chosen.limbs.some(({ stemId }) => !left.has(stemId))) return undefined;
  const isTrunk = stem.id === question.scene.laid.trunk?.id;
  if (!isTrunk && !leadsOn(question, other.acts, stem.id)) return undefined;
  const cutTo = (acts: readonly Act[]): number => cutOf(acts, stem.id)?.toLengthCm ?? stem.length.value;
  const singly = (acts: readonly Act[]): StemId[] =>
    acts.flatMap((act) => (act.kind === 'take-out' ? [act.stemId] : []));
  const [before, after] = [singly(plan.acts), singly(other.acts)];
  return {
    ...woundsOf(other.acts),
    ...{ stemId: stem.id, toLengthCm, woodShare: other.woodShare, after: other.after },
    together: [...before.filter((id) => !after.includes(id)), ...after.filter((id) => !before.includes(id))],
    shorterCm: cutTo(plan.acts) - cutTo(other.acts),
    isOver: overCap(other.account, question.caps) !== undefined,
  };
}

/** Whether the best bud by a cut has a shoot that serves. */
function leadsOn(question: PlanQuestion, acts: readonly Act[], stemId: StemId): boolean {
  const cut = cutOf(acts, stemId);
  if (!cut) return false;
  const best = choicesFor(cutQuestionOf(question), acts, cut)[0];
  return best !== undefined && best.fit !== 'refused';
}
