import { afterActs, type Act } from '../acts/acts';
import type { Strained } from '../acts/bend-came';
import { comesBackDeg, fixedTo, HOLDS_BEND, type Fixed } from '../fixings/fixed';
import { stakingOf } from '../staking/stake';
import { stemOf } from '../tree/stem';
import type { Fixing } from '../tree/stem-readings';
import { onFigure, onReading, onTree } from '../words/ground';
import { because, day, told, type Reason } from '../words/message';
import type { PlanQuestion } from './question';

/** A limb that comes back further than this is tied again, deg. Working value. */
const TIE_AGAIN_DEG = 15;

/** Ties and all else that is fixed, whose day has come: taken off, or given a wider loop where it has got tight. */
export function fixingActs({ scene }: PlanQuestion, others: readonly Act[]): Act[] {
  const after = afterActs(scene.laid.tree, others);
  const bent = new Set(
    others.flatMap((act) => (act.kind === 'bend' || act.kind === 'swing' ? [act.stemId] : [])),
  );
  return fixedTo(scene).flatMap((fixed): Act[] => {
    const { stem, fixing, due, newLoopMm } = fixed;
    if (!stemOf(after, stem.id) || bent.has(stem.id)) return [];
    const which = {
      stemId: stem.id,
      what: fixing.what,
      ...(fixing.atCm !== undefined && { atCm: fixing.atCm }),
    };
    if (due === 'off')
      return [
        {
          ...{ kind: 'let-go', ...which, reason: reasonOf(fixed, 'off') },
          ...(HOLDS_BEND.includes(fixing.what) && { backDeg: TIE_AGAIN_DEG, ...expected(scene, fixed) }),
          ...strainedBy(fixing),
        },
      ];
    if (due === 'tight')
      return [
        {
          ...{ kind: 'loosen', ...which, loopMm: newLoopMm, on: scene.when.today },
          reason: reasonOf(fixed, 'tight'),
        },
      ];
    return [];
  });
}

/** How far a limb is expected to come back, where that is known. */
function expected(scene: PlanQuestion['scene'], { stem, fixing }: Fixed): { expectedDeg?: number } {
  const back = comesBackDeg(scene, stem, fixing);
  return back === undefined ? {} : { expectedDeg: Math.round(back) };
}

/** What a thing that held a bend had asked of the wood, where that is on record. */
const strainedBy = ({ strainPercent, wood }: Fixing): { strained?: Strained } =>
  strainPercent !== undefined && wood ? { strained: { strainPercent, wood } } : {};

function reasonOf({ stem, fixing, offBy, tightOn }: Fixed, due: 'off' | 'tight'): Reason {
  const ground = onReading(stem.id, 'fixing');
  const what = told(`fixing.${fixing.what}`);
  const on = (due === 'off' ? offBy : tightOn) ?? '';
  if (due === 'tight') return because('loosen.tight', { what, on: day(on) }, ground);
  return fixing.since === undefined
    ? because('let-go.time', { what, on: day(on) }, ground)
    : because('let-go.time.since', { what, since: day(fixing.since), on: day(on) }, ground);
}

/** Seasons in which a stake is planned for roots that do not hold yet: a tree that has stood longer without one shows that it can. */
const NEW_SEASONS = 2;

/** A stake, where the tree does not stand by itself and has none. */
export function stakeAct({ scene, form }: PlanQuestion): Act[] {
  const { trunk } = scene.laid;
  if (!trunk || form.needsWall || scene.standsOn !== 'trunk') return [];
  if (trunk.fixings?.some(({ what }) => what === 'stake')) return [];
  const { staked } = stakingOf(scene, trunk);
  const isOfRoots = staked?.why === 'roots' || staked?.why === 'stock';
  if (!staked || (isOfRoots && scene.when.seasonsGrown > NEW_SEASONS)) return [];
  const ground =
    staked.why === 'lies-down'
      ? onFigure('stake.leanDeg')
      : staked.why === 'stock'
        ? onTree('stock')
        : onFigure('stake.gustMps');
  return [{ kind: 'stake', stemId: trunk.id, staked, reason: because(`stake.${staked.why}`, {}, ground) }];
}
