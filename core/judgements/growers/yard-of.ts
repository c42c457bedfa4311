import { FILE_FORMAT, FILE_VERSION, type YardFile } from '../../formats/yard-file';
import type { BookEvent } from '../../history/events';
import { reading } from '../../readings/reading';
import type { RuleOverrides } from '../../rules/defaults';
import { SCHOOL_IDS } from '../../schools/schools';
import type { FormId } from '../../kinds/form-ids';
import { woodSeason } from '../../calendar/seasons';
import { kindFacts } from '../../kinds/kinds';
import type { Parent, StemReadings } from '../../tree/stem-readings';
import type { CaseLimb, TreeCase } from './case';

/** Day on which a tree is looked at where a case does not say: dormant, ahead of bud break. */
const DAY = '2026-02-15';
const LATITUDE_DEG = 45;
const REACH_CM = 210;

/** Forms that cases call by another name. */
const FORM_CALLED: Readonly<Record<string, FormId>> = {
  'bent-axis': 'bent-down-axis',
  'central-leader-spiral': 'spiral-leader',
};
export const formCalledIn = (name: string): FormId => FORM_CALLED[name] ?? (name as FormId);

/** Height to which animals that a case names browse, cm (common extension guidance). */
const BROWSE_CM = { deer: 150, rabbits: 45, cattle: 150 } as const;

const HALVED = { heading: 'half' };

/** A case as the file of a yard with that one tree in it. */
export function yardOf(tree: TreeCase): YardFile {
  const day = tree.date ?? DAY;
  const latitudeDeg = tree.site?.latitudeDeg ?? LATITUDE_DEG;
  const { roomCm, stock } = tree;
  const form = formCalledIn(tree.form);
  return {
    ...{ format: FILE_FORMAT, version: FILE_VERSION },
    yard: {
      ...{ id: 'yard', name: tree.id },
      sites: [
        {
          ...{ id: 'site', name: 'site', latitudeDeg, north: 'true', reachCm: tree.reachCm ?? REACH_CM },
          clearance: clearanceOf(tree),
          ...(tree.planeBearingDeg !== undefined && { wallBearingDeg: tree.planeBearingDeg }),
          ...(tree.light && { light: tree.light }),
          ...(tree.site?.wetWinters !== undefined && { wetWinters: tree.site.wetWinters }),
          trees: [
            {
              ...{ id: 'tree', name: tree.id, kind: tree.kind as 'apple', variety: '', form },
              unionCm: tree.trunk.unionCm,
              ownRooted: tree.trunk.unionCm === 0 || kindFacts(tree.kind).ownRooted,
              planted: tree.atPlanting ? day : yearsBefore(day, tree.ageYears),
              place: { eastCm: 0, northCm: 0 },
              ...(roomCm !== undefined && { roomCm }),
              ...(stock && { stockVigour: stock }),
              ...(tree.bareRooted && { cameAs: 'bare-rooted' as const }),
            },
          ],
        },
      ],
    },
    events: eventsOf(tree, day, woodSeason({ latitudeDeg }, day)),
    drafts: {},
  };
}

/** A case's own clearance, and what browses round the whole tree. */
function clearanceOf({ clearance = [], animals }: TreeCase) {
  const told = clearance.map(({ fromDeg, toDeg, heightCm, why }) => ({
    ...{ fromDeg, toDeg, heightCm, why: why ?? 'what passes there' },
  }));
  if (!animals) return told;
  const browsed = { fromDeg: 0, toDeg: 360, heightCm: BROWSE_CM[animals], why: animals };
  return [...told, { ...browsed, what: 'browses' as const }];
}

function eventsOf(tree: TreeCase, day: string, season: number): BookEvent[] {
  const stems = Object.fromEntries([
    ['trunk', trunkReadings(tree, season)],
    ...tree.limbs.map((limb) => [limb.tag, limbReadings(tree, limb, day, season)] as const),
  ]);
  const bodies: object[] = [
    { kind: 'visit', treeId: 'tree', stems, ...(tree.snowCm !== undefined && { snowCm: tree.snowCm }) },
    ...Array.from({ length: tree.failedLeaders ?? 0 }, () => ({ kind: 'leader-failed', treeId: 'tree' })),
    ...(tree.wiresCm ? [{ kind: 'rules-set', treeId: 'tree', rules: wireRules(tree.wiresCm) }] : []),
    ...SCHOOL_IDS.filter((id) => id === tree.school).map((school) => ({
      ...{ kind: 'school-chosen', treeId: 'tree', school },
    })),
    ...(tree.school === 'head-half'
      ? [{ kind: 'school-edited', school: 'middle-way', answers: HALVED }]
      : []),
  ];
  return bodies.map((body, i) => ({
    ...{ id: `e${i}`, device: 'case', sequence: i + 1, clock: i + 1, happenedOn: day },
    ...{ recordedAt: `${day}T09:00:00.000Z`, ruleSet: 'case' },
    ...body,
  })) as unknown as BookEvent[];
}

function wireRules(wiresCm: readonly number[]): RuleOverrides {
  const [first = 45, second = first + 40] = wiresCm;
  return { 'wire.firstCm': first, 'wire.gapCm': second - first, 'wire.count': wiresCm.length };
}

function trunkReadings({ trunk, limbs }: TreeCase, season: number): StemReadings {
  const { heightCm, diameterMm, leanDeg = 0, leanBearingDeg = 0, lastCm } = trunk;
  // A stem whose own top was cut has a shoot of its own at the cut.
  const headed = trunk.headed ?? limbs.some(({ on, originCm }) => on === undefined && originCm >= heightCm);
  return {
    ...{ tag: 'trunk', parent: { kind: 'ground', eastCm: 0, northCm: 0 }, headed },
    ...{ bearing: reading('bearing', leanBearingDeg, 'gauge'), angle: reading('angle', leanDeg, 'gauge') },
    ...{ length: reading('length', heightCm, 'tape'), diameter: reading('diameter', diameterMm, 'caliper') },
    ...(lastCm !== undefined && { growthCm: { [season - 1]: lastCm } }),
    ...(trunk.bud && { endBud: trunk.bud }),
  };
}

function limbReadings(tree: TreeCase, limb: CaseLimb, day: string, season: number): StemReadings {
  const { bears, fixings } = { bears: cropOf(limb), fixings: fixingsOf(limb) };
  const { bearingDeg, crotchDeg, originCm, lengthCm, diameterMm, set, deadFromCm, endBearingDeg } = limb;
  return {
    ...{ tag: limb.tag.toUpperCase(), parent: parentOf(tree, limb) },
    origin: reading('length', originCm, 'tape'),
    bearing: reading('bearing', bearingDeg, 'tape'),
    angle: reading('angle', crotchDeg, 'tape'),
    length: reading('length', lengthCm, 'tape'),
    diameter: reading('diameter', diameterMm, 'caliper'),
    ...(set !== undefined && { set: reading('angle', set, 'tape') }),
    ...growthOf(limb, season),
    condition: limb.kind === 'peg' ? 'dead' : (limb.cond ?? 'sound'),
    ...(deadFromCm !== undefined && { soundTo: reading('length', deadFromCm, 'tape') }),
    ...(endBearingDeg !== undefined && { endBearing: reading('bearing', endBearingDeg, 'tape') }),
    ...(limb.barkTrapped && { barkTrapped: true }),
    ...(limb.cutEnd && { headed: true }),
    ...(limb.mended && { mended: true }),
    ...(limb.graft && { runUp: true }),
    ...(limb.spurs !== undefined && { spurs: limb.spurs }),
    ...(limb.bud && { endBud: limb.bud }),
    ...(bears && { bears }),
    ...(fixings && { fixings }),
    ...(limb.temporary && {
      spared: { until: day, keptFor: bears ? ('fruit' as const) : ('leaf' as const) },
    }),
  };
}

function parentOf({ trunk }: TreeCase, { on, kind }: CaseLimb): Parent {
  if (on === 'ground') return { kind: 'ground', eastCm: 0, northCm: 0 };
  if (on !== undefined && on !== 'trunk') return { kind: 'stem', stemId: on };
  return kind === 'sucker' && trunk.unionCm > 0 ? { kind: 'rootstock' } : { kind: 'stem', stemId: 'trunk' };
}

const cropOf = ({ fruit, flowers }: CaseLimb): StemReadings['bears'] | undefined =>
  fruit ? 'fruit' : flowers ? 'blossom' : undefined;

const fixingsOf = ({ holds, tieAtCm }: CaseLimb): StemReadings['fixings'] | undefined =>
  holds && [{ what: holds, ...(tieAtCm !== undefined && { atCm: tieAtCm }) }];

/** A limb's length by season: last season's as read, what is older in even parts back to its first. */
function growthOf({ age, last, lengthCm }: CaseLimb, season: number): Pick<StemReadings, 'growthCm'> {
  if (age === 0) return { growthCm: { [season]: lengthCm } };
  const newest = Math.min(lengthCm, last ?? (age === 1 ? lengthCm : lengthCm / Math.max(1, age ?? 1)));
  if (age === undefined) return last === undefined ? {} : { growthCm: { [season - 1]: newest } };
  const older = Math.max(0, Math.round(age) - 1);
  const growthCm: Record<string, number> = { [season - 1]: older === 0 ? lengthCm : newest };
  for (let i = 1; i <= older; i++) growthCm[season - 1 - i] = (lengthCm - newest) / older;
  return { growthCm };
}

/** The day so many years, whole or in part, before a day. */
function yearsBefore(day: string, years: number): string {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() - Math.round(years * 365.25));
  return date.toISOString().slice(0, 10);
}
