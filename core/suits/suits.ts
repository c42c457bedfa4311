import type { ChosenSet } from '../choosing/chosen-set';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { because, type Reason } from '../words/reason';
import { sayIn, type Say } from '../words/say';
import type { Scene } from '../findings/finding';
import { FORMS, type Form } from '../forms';
import type { FormId } from '../kinds/form-ids';
import type { TreeState } from '../history/tree-at';
import type { Degree } from '../kinds/kind-facts';
import type { Units } from '../readings/units';
import { withDescendants } from '../tree/stem';
import { woodOf } from '../acts/wood';

/** How well a form suits a tree where it stands. */
export interface SuitedForm {
  form: FormId;
  /** Whether something stands against it that no training mends. */
  isBarred: boolean;
  /** For and against, the weightiest first. */
  reasons: readonly (Reason & { speaks: 'for' | 'against' })[];
  /** Share of the tree's wood, in sound limbs, that the form has no use for, 0 to 1. */
  goodWoodLost: number;
  /** Limbs of the tree that would serve, and limbs still to be made. */
  serve: number;
  lacks: number;
  /** What it would take now; undefined for a whip or a tree with no readings. */
  judged: Judgement | undefined;
}

/** One ground for or against a form; more weight speaks louder. Working values. */
interface Ground {
  /** Positive against, negative for. */
  weight: number;
  words: string;
  key?: Reason['key'];
}

const BARRED = 1000;
/** Growth of a stock against a middling one, in room taken. Working values. */
const STOCK_ROOM: Record<Degree, number> = { weak: 0.6, middling: 1, strong: 1.25 };
/** Clearance over which low forms no longer suit, cm: deer browse to 120 and more. */
const HIGH_CLEARANCE_CM = 100;

/**
 * All forms for a tree, the best suited first: by its kind and habit, its room, stock, light, animals and reach, by
 * its failed leaders, and by what the form would make of the limbs it has.
 */
export function formsFor(state: TreeState, units: Units): SuitedForm[] {
  return FORMS.map((form) => weighed(state, form, units))
    .sort((a, b) => a.weight - b.weight)
    .map(({ suited }) => suited);
}

function weighed(state: TreeState, form: Form, units: Units): { weight: number; suited: SuitedForm } {
  const asForm: TreeState = { ...state, form: form.id, rulings: {} };
  const scene = sceneOf(asForm);
  const judged = judge(asForm, units, { withPrices: false });
  const judgement = judged.kind === 'judged' ? judged : undefined;
  const limbs = judgement ? fromLimbs(asForm, judgement) : { goodWoodLost: 0, serve: 0, lacks: 0 };
  const say = sayIn(units, state.tree);
  const grounds = [
    ...ofKind(scene, form),
    ...ofRefusal(state, scene, form),
    ...ofRoom(state, scene, form, say),
    ...ofSite(scene, form, say),
    ...(judgement ? ofLimbs(limbs, say) : []),
  ];
  const sorted = [...grounds].sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
  return {
    weight: grounds.reduce((sum, { weight }) => sum + weight, 0),
    suited: {
      form: form.id,
      isBarred: grounds.some(({ weight }) => weight >= BARRED),
      reasons: sorted.map(({ weight, words, key }) => ({
        ...because(words, key ? { key } : {}),
        speaks: weight < 0 ? 'for' : 'against',
      })),
      ...limbs,
      judged: judgement,
    },
  };
}

function ofKind({ kind }: Scene, form: Form): Ground[] {
  const grounds: Ground[] = [];
  if (kind.defaultForm.value === form.id)
    grounds.push({ weight: -30, words: `The usual form of ${kind.name}.` });
  else if (form.typicalOf.includes(kind.id))
    grounds.push({ weight: -12, words: `Often chosen for ${kind.name}.` });
  else grounds.push({ weight: 20, words: `Seldom chosen for ${kind.name}.` });
  if (form.hasLeader && !form.needsWall && kind.leads.value === 'weak') {
    grounds.push({ weight: 25, words: `${sentence(kind.name)} seldom holds a leader.` });
  }
  if (!form.hasLeader && form.standsOn !== 'stems' && kind.habit.value === 'upright') {
    grounds.push({ weight: 8, words: 'Of upright habit: its limbs want spreading to open a centre.' });
  }
  if (form.standsOn === 'stems' && !kind.ownRooted) {
    grounds.push({
      weight: BARRED,
      words: 'Grafted: shoots from the ground are the rootstock, not the variety.',
    });
  }
  return grounds;
}

function ofRefusal(state: TreeState, { limits }: Scene, form: Form): Ground[] {
  const limit = limits('refused.leaders');
  if (!form.hasLeader || state.leaderFailures === 0) return [];
  const times = `${state.leaderFailures} ${state.leaderFailures === 1 ? 'time' : 'times'}`;
  return state.leaderFailures >= limit.value
    ? [
        {
          weight: 300,
          words: `This tree will not make a leader: ${times} one was chosen and overtaken.`,
          key: limit.key,
        },
      ]
    : [{ weight: 25, words: `Its leader was overtaken ${times}.`, key: limit.key }];
}

function ofRoom({ record }: TreeState, { kind }: Scene, form: Form, say: Say): Ground[] {
  const vigour = record.stockVigour ?? kind.vigour.value;
  const spreadCm = form.spreadCm * STOCK_ROOM[vigour];
  const grounds: Ground[] = [];
  if (record.roomCm !== undefined) {
    const over = spreadCm / record.roomCm - 1;
    const words = `Grown, it takes some ${say.length(spreadCm)} across; there are ${say.length(record.roomCm)}.`;
    grounds.push(over > 0.1 ? { weight: Math.min(80, over * 80), words } : { weight: -5, words });
  }
  if (form.id === 'bent-down-axis' && record.stockVigour === 'strong') {
    grounds.push({ weight: 40, words: 'Its stock is too strong: bent limbs answer with upright shoots.' });
  }
  return grounds;
}

function ofSite({ site, limits, standsOn }: Scene, form: Form, say: Say): Ground[] {
  const grounds: Ground[] = [];
  if (form.needsWall && site.wallBearingDeg === undefined) {
    grounds.push({ weight: BARRED, words: 'There is no wall or fence here to train it on.' });
  }
  const highest = [...site.clearance].sort((a, b) => b.heightCm - a.heightCm)[0];
  const startsLow = form.needsWall || standsOn === 'stems';
  if (highest && highest.heightCm >= HIGH_CLEARANCE_CM && startsLow) {
    const words = `It stands low, and ${highest.why} asks for ${say.length(highest.heightCm)}.`;
    grounds.push({ weight: 30, words, key: 'clearance.cm' });
  }
  if (site.light === 'part') {
    grounds.push(
      form.hasLeader
        ? { weight: 10, words: 'In part shade its lower limbs see little light.' }
        : { weight: -5, words: 'In part shade an open tree lets in what light there is.' },
    );
  }
  if (site.hot && form.id === 'open-vase') {
    grounds.push({
      weight: 8,
      words: 'A vase bares its bark to the sun here: small wood is kept to shade it, or it is painted white.',
    });
  }
  const tallCm =
    form.id === 'central-leader'
      ? limits('tier.firstCm').value + limits('tier.gapCm').value * limits('tier.count').value
      : 0;
  if (tallCm > site.reachCm) {
    grounds.push({
      weight: 8,
      words: `Its top ends near ${say.length(tallCm)}, over the reach of ${say.length(site.reachCm)}.`,
    });
  }
  return grounds;
}

/** What a form makes of the limbs a tree has. */
interface FromLimbs {
  goodWoodLost: number;
  serve: number;
  lacks: number;
}

function fromLimbs({ tree }: TreeState, { verdicts, chosen, findings }: Judgement): FromLimbs {
  const unsound = new Set(
    findings
      .filter(({ rule }) => rule === 'unsound-wood' || rule === 'below-union')
      .map(({ stemId }) => stemId),
  );
  const lost = new Set(
    tree.stems
      .filter(({ id }) => ['out', 'temporary'].includes(verdicts[id]?.decision ?? '') && !unsound.has(id))
      .flatMap(({ id }) => [...withDescendants(tree, id)]),
  );
  const whole = woodOf(tree);
  const left = woodOf({ ...tree, stems: tree.stems.filter(({ id }) => !lost.has(id)) });
  return {
    goodWoodLost: whole === 0 ? 0 : 1 - left / whole,
    serve: chosen.limbs.filter(({ role }) => role === 'scaffold').length,
    lacks: chosen.empty.reduce(
      (sum, place) => sum + Math.max(0, place.fewest - filled(chosen, place.place)),
      0,
    ),
  };
}

const filled = ({ limbs }: ChosenSet, name: string): number =>
  limbs.filter(({ place }) => place === name).length;

function ofLimbs({ goodWoodLost, serve, lacks }: FromLimbs, say: Say): Ground[] {
  const lost = `${say.ratio(goodWoodLost)} of its wood, in sound limbs, would go.`;
  const made =
    lacks > 0
      ? `${lacks} ${lacks === 1 ? 'limb is' : 'limbs are'} to be made from buds, which takes a season or two.`
      : '';
  return [
    { weight: goodWoodLost * 80, words: `${serve} of its limbs serve; ${lost}` },
    ...(made ? [{ weight: lacks * 8, words: made }] : []),
  ];
}

const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
