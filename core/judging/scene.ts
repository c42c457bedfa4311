import type { BendCame } from '../acts/bend-came';
import { callusOf } from '../acts/callus';
import { BEARS_MORE } from '../bending/wood';
import type { Scene } from '../findings';
import { formOf } from '../forms';
import type { KindBend, TreeState } from '../history/tree-at';
import type { TreeWound } from '../history/wounds-came';
import { kindFacts } from '../kinds/kinds';
import { resolveLimits } from '../rules/limits';
import { rulesOfSchool } from '../schools/schools';
import { growingWeeks, type Growing } from '../calendar/growing';
import { woodSeason } from '../calendar/seasons';
import { growingOf, inLeafOn, seasonsOf } from '../seasons/known';
import { wallBearing } from '../sites/site';
import { layOut } from '../tree/course';

const known = new WeakMap<readonly KindBend[], BendCame[]>();

/** What came of bends, whatever kind they were on; the same list for the same one. */
function asMiddling(bends: readonly KindBend[]): BendCame[] {
  const all =
    known.get(bends) ??
    bends.map(({ fruit, strainPercent, ...came }) => ({
      ...came,
      strainPercent: strainPercent / BEARS_MORE[kindFacts(fruit).stiffness.value],
    }));
  known.set(bends, all);
  return all;
}

/** A scene with what wounds of its kind that were seen in its yard make of callus; the same where none was. */
export function withCallus(scene: Scene, wounds: readonly Omit<TreeWound, 'treeId'>[]): Scene {
  if (wounds.length === 0) return scene;
  const came = wounds.map(({ widthMm, cutOn, seenOn, isClosed }) => ({
    ...{ widthMm, isClosed, seasons: seasonsBetween(scene.when.grows, cutOn, seenOn) },
  }));
  return { ...scene, callus: callusOf(scene.kind, came) };
}

/** Seasons of growth from one day to another. */
function seasonsBetween(grows: Growing, from: string, to: string): number {
  const { from: opens, to: closes } = grows(Number(from.slice(0, 4)));
  return growingWeeks(grows, from, to) / growingWeeks(grows, opens, closes);
}

/** The scene a tree's rules look at: its courses, kind, site, school and figures, on the day it is looked at. */
export function sceneOf(state: TreeState): Scene {
  const kind = kindFacts(state.tree.kind);
  const form = formOf(state.form);
  const { answers } = state.school;
  const limits = resolveLimits({
    kind: kind.rules,
    ...(form && { form: form.rules }),
    school: rulesOfSchool(answers),
    tree: state.rules,
  });
  const { today } = state;
  const season = woodSeason(state.site, today);
  const seasons = seasonsOf(kind, state.site, state.stages);
  const grows = growingOf(seasons, state.site);
  const inLeaf = inLeafOn(seasons, kind, today);
  const seasonsGrown = season - woodSeason(state.site, state.record.planted) + 1;
  const { cameAs, stockVigour } = state.record;
  return {
    ...{ laid: layOut(state.tree), kind, site: state.site, limits, answers },
    when: {
      ...{ today, season, inLeaf, seasonsGrown, justPlanted: seasonsGrown <= 1 && !inLeaf },
      ...{ seasons, grows },
      ...(cameAs && { cameAs }),
      ...(state.visitedOn !== undefined && { readOn: state.visitedOn }),
    },
    ...(state.bends && { bends: asMiddling(state.bends) }),
    ...(stockVigour && { stockVigour }),
    ...(state.snowCm !== undefined && { snowCm: state.snowCm }),
    standsOn: form?.standsOn ?? 'trunk',
    hasLeader: form?.hasLeader ?? false,
    ...(form?.needsWall && { wallDeg: wallBearing(state.site) }),
    runDeg: { from: limits('set.fromDeg').value, to: limits('set.toDeg').value },
  };
}
