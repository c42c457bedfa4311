import type { ChosenSet } from '../choosing/chosen-set';
import type { Progress } from '../choosing/solution';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { onFigure, onKind, onSite, onTree } from '../words/ground';
import { because, cm, share, type Reason } from '../words/message';
import { kindCalled } from '../kinds/kinds';
import type { Scene } from '../findings/finding';
import { FORMS, type Form } from '../forms';
import type { FormId } from '../kinds/form-ids';
import type { TreeState } from '../history/tree-at';
import type { Degree } from '../kinds/kind-facts';
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

/** One thing for or against a form; more weight speaks louder. Working values. */
interface Plea {
  /** Positive against, negative for. */
  weight: number;
  /** What it speaks for, where its weight alone does not say. */
  speaks?: 'for';
  reason: Reason;
}

const BARRED = 1000;
/** A form under which less of the tree's good wood goes makes use of what there is. Working value. */
const LITTLE_LOST = 0.15;
/** A form that takes this much more than the room there is stands too tight. */
const TIGHT = 0.1;
/** Growth of a stock against a middling one, in room taken. Working values. */
const STOCK_ROOM: Record<Degree, number> = { weak: 0.6, middling: 1, strong: 1.25 };
/** Clearance over which low forms no longer suit, cm: deer browse to 120 and more. */
const HIGH_CLEARANCE_CM = 100;

/**
 * All forms for a tree, the best suited first: by its kind and habit, its room, stock, light, animals and reach, by
 * its failed leaders, and by what the form would make of the limbs it has.
 */
export function formsFor(state: TreeState, onProgress?: Progress): SuitedForm[] {
  return FORMS.map((form, i) => {
    onProgress?.(i, FORMS.length);
    return weighed(state, form);
  })
    .sort((a, b) => a.weight - b.weight)
    .map(({ suited }) => suited);
}

function weighed(state: TreeState, form: Form): { weight: number; suited: SuitedForm } {
  const asForm: TreeState = { ...state, form: form.id, rulings: {} };
  const scene = sceneOf(asForm);
  const judged = judge(asForm, { withPrices: false });
  const judgement = judged.kind === 'judged' ? judged : undefined;
  const limbs = judgement ? fromLimbs(asForm, judgement) : { goodWoodLost: 0, serve: 0, lacks: 0 };
  const pleas = [
    ...ofKind(scene, form),
    ...ofRefusal(state, scene, form),
    ...ofRoom(state, scene, form),
    ...ofSite(scene, form),
    ...(judgement ? ofLimbs(limbs) : []),
    ...ofStanding(state, form, limbs),
  ];
  const sorted = [...pleas].sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
  return {
    weight: pleas.reduce((sum, { weight }) => sum + weight, 0),
    suited: {
      form: form.id,
      isBarred: pleas.some(({ weight }) => weight >= BARRED),
      reasons: sorted.map(({ weight, reason, speaks }) => ({
        ...reason,
        speaks: speaks ?? (weight < 0 ? 'for' : 'against'),
      })),
      ...limbs,
      judged: judgement,
    },
  };
}

function ofKind({ kind }: Scene, form: Form): Plea[] {
  const called = kindCalled(kind);
  const pleas: Plea[] = [];
  if (kind.defaultForm.value === form.id)
    pleas.push({ weight: -30, reason: because('suits.usual', { kind: called }, onKind('defaultForm')) });
  else if (form.typicalOf.includes(kind.id))
    pleas.push({ weight: -12, reason: because('suits.often', { kind: called }, onKind('defaultForm')) });
  else pleas.push({ weight: 20, reason: because('suits.seldom', { kind: called }, onKind('defaultForm')) });
  if (form.hasLeader && !form.needsWall && kind.leads.value === 'weak') {
    pleas.push({ weight: 25, reason: because('suits.no-leader-kind', { kind: called }, onKind('leads')) });
  }
  if (!form.hasLeader && form.standsOn !== 'stems' && kind.habit.value === 'upright') {
    pleas.push({ weight: 8, reason: because('suits.upright', {}, onKind('habit')) });
  }
  if (form.standsOn === 'stems' && !kind.ownRooted) {
    pleas.push({
      weight: BARRED,
      reason: because('suits.grafted', {}, onTree('union')),
    });
  }
  return pleas;
}

function ofRefusal(state: TreeState, { limits }: Scene, form: Form): Plea[] {
  const limit = limits('refused.leaders');
  if (!form.hasLeader || state.leaderFailures === 0) return [];
  const times = { times: state.leaderFailures };
  return state.leaderFailures >= limit.value
    ? [{ weight: 300, reason: because('suits.refused', times, onFigure(limit.key), onTree('leaders')) }]
    : [{ weight: 25, reason: because('suits.overtaken', times, onFigure(limit.key), onTree('leaders')) }];
}

function ofRoom({ record, site }: TreeState, { kind }: Scene, form: Form): Plea[] {
  const vigour = record.stockVigour ?? kind.vigour.value;
  const spreadCm = form.spreadCm * STOCK_ROOM[vigour];
  const pleas: Plea[] = [];
  const roomCm = record.roomCm ?? site.roomCm;
  if (roomCm !== undefined) {
    const over = spreadCm / roomCm - 1;
    const reason = because('suits.room', { spread: cm(spreadCm), room: cm(roomCm) }, onTree('room'));
    pleas.push({ weight: over > TIGHT ? Math.min(80, over * 80) : -5, reason });
  }
  if (form.isBentToBear && record.stockVigour === 'strong') {
    pleas.push({ weight: 40, reason: because('suits.strong-stock', {}, onTree('stock')) });
  }
  return pleas;
}

function ofSite({ site, limits, standsOn }: Scene, form: Form): Plea[] {
  const pleas: Plea[] = [];
  if (form.needsWall && site.wallBearingDeg === undefined) {
    pleas.push({ weight: BARRED, reason: because('suits.no-wall', {}, onSite('wall')) });
  }
  const highest = [...site.clearance].sort((a, b) => b.heightCm - a.heightCm)[0];
  const startsLow = form.needsWall || standsOn === 'stems';
  if (highest && highest.heightCm >= HIGH_CLEARANCE_CM && startsLow) {
    const args = { why: highest.why, height: cm(highest.heightCm) };
    pleas.push({ weight: 30, reason: because('suits.low', args, onSite('clearance')) });
  }
  if (site.light === 'part') {
    pleas.push(
      form.hasLeader
        ? { weight: 10, reason: because('suits.shade.leader', {}, onSite('light')) }
        : { weight: -5, reason: because('suits.shade.open', {}, onSite('light')) },
    );
  }
  if (site.hot && form.baresItsBark) {
    pleas.push({ weight: 8, reason: because('suits.hot', {}, onSite('hot')) });
  }
  const tallCm = form.topCm?.(limits) ?? 0;
  if (tallCm > site.reachCm) {
    const args = { tall: cm(tallCm), reach: cm(site.reachCm) };
    pleas.push({ weight: 8, reason: because('suits.tall', args, onSite('reach'), onFigure('tier.count')) });
  }
  return pleas;
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

/** What stands half-built weighs: more on a wall, where arms lie tied; nothing where the tree refused it. Working values. */
const STANDS = -15;
const STANDS_ON_WALL = -45;
const STANDS_FROM = 2;

function ofStanding(state: TreeState, form: Form, { serve, goodWoodLost }: FromLimbs): Plea[] {
  const isSo = state.form === form.id && serve >= STANDS_FROM && goodWoodLost < LITTLE_LOST;
  if (!isSo || state.leaderFailures > 0) return [];
  const weight = form.needsWall ? STANDS_ON_WALL : STANDS;
  return [{ weight, reason: because('suits.stands', { limbs: serve }) }];
}

function ofLimbs({ goodWoodLost, serve, lacks }: FromLimbs): Plea[] {
  return [
    {
      weight: goodWoodLost * 80,
      ...(serve > 0 && goodWoodLost < LITTLE_LOST && { speaks: 'for' as const }),
      reason: because(
        'suits.serve',
        { limbs: serve, lost: share(goodWoodLost) },
        onFigure('scaffold.fewest'),
      ),
    },
    ...(lacks > 0
      ? [{ weight: lacks * 8, reason: because('suits.make', { limbs: lacks }, onFigure('scaffold.fewest')) }]
      : []),
  ];
}
