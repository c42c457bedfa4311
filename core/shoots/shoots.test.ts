import { describe, expect, it } from 'vitest';
import type { PlainEvent } from '../history/events';
import type { ShootRead } from '../history/events/shoots-read';
import { shootsIn, type Shoot } from '../history/shoots';
import { kindSeason, seasonPlace } from '../seasons/stages';
import { NO_WEATHER } from '../seasons/weather';
import { daysAfter } from '../calendar/days';
import { LEVEL_SITE, treeOf, type TestTree } from '../testing/trees';
import { shootVerdicts, type ShootVerdict } from './shoot-verdicts';
import { cellsOfShoot, unmeasured } from './unmeasured';
import { withShoots } from './with-shoots';

const PLACE = seasonPlace({ latitudeDeg: 50 }, NO_WEATHER);
const LIMB = { id: 'a', h: 70, bearing: 90, angle: 50, length: 80, mm: 12 };
const YOUNG: TestTree = {
  form: 'open-vase',
  planted: '2026-12-01',
  trunk: { length: 90, mm: 20 },
  limbs: [LIMB],
};

const entry = (happenedOn: string, body: object): PlainEvent =>
  ({
    id: happenedOn,
    device: 'd',
    sequence: 1,
    clock: 1,
    recordedAt: '',
    ruleSet: '',
    treeId: 't',
    happenedOn,
    ...body,
  }) as PlainEvent;
const read = (on: string, ...shoots: ShootRead[]): PlainEvent => entry(on, { kind: 'shoots-read', shoots });

const soft = (more: Partial<Shoot> = {}): Shoot => ({
  ...{ shoot: 's1', onStem: 'trunk', atCm: 60, bearingDeg: 180, angleDeg: 20, lengthCm: 15 },
  ...{ readings: [], done: [], ...more },
});

/** What is done with shoots of a tree on a day. */
function verdictsOn(today: string, shoots: readonly Shoot[], more: Partial<TestTree> = {}): ShootVerdict[] {
  return shootVerdicts(treeOf({ ...YOUNG, today, ...more }), shoots, PLACE);
}
const actOf = (today: string, shoot: Shoot, more: Partial<TestTree> = {}): string | undefined =>
  verdictsOn(today, [shoot], more)[0]?.act;

describe('shoots in leaf', () => {
  it('are what was read of them last, with every length by its day; one struck out is none, one of last year neither', () => {
    const events = [
      read('2026-06-20', { shoot: 'old', onStem: 'trunk', lengthCm: 30 }),
      read(
        '2027-06-01',
        { shoot: 's1', onStem: 'trunk', lengthCm: 10, role: 'chosen' },
        { shoot: 'x', lengthCm: 4 },
      ),
      read('2027-06-11', { shoot: 's1', lengthCm: 24 }, { shoot: 'x', isNone: true }),
      read('2027-06-11', { shoot: 's1', lengthCm: 25 }),
      entry('2027-06-12', { kind: 'season-work', act: 'peg', stemIds: ['s1'], isDone: true }),
    ];
    const found = shootsIn(events, LEVEL_SITE, '2027-06-15');
    expect(found.map(({ shoot }) => shoot)).toEqual(['s1']);
    expect(found[0]).toMatchObject({ onStem: 'trunk', role: 'chosen', lengthCm: 25 });
    expect(found[0]?.readings).toEqual([
      { on: '2027-06-01', cm: 10 },
      { on: '2027-06-11', cm: 25 },
    ]);
    expect(found[0]?.done).toEqual([{ act: 'peg', on: '2027-06-12' }]);
    // Before it was measured again it was as long as it was.
    expect(shootsIn(events, LEVEL_SITE, '2027-06-10')[0]?.lengthCm).toBe(10);
  });

  it('are pegged, rubbed off or left by what they are for; nobody says what is to become of one that nobody chose or not', () => {
    const on = '2027-06-01';
    expect(actOf(on, soft({ role: 'chosen' }))).toBe('peg');
    expect(actOf(on, soft({ role: 'other', lengthCm: 8 }))).toBe('rub-off');
    expect(actOf(on, soft({ role: 'spare' }))).toBe('leave');
    const unsaid = verdictsOn(on, [soft()])[0];
    expect([unsaid?.act, unsaid?.why[0]?.code]).toEqual(['wait', 'shoot.say-what-for']);
    const broken = soft({ role: 'chosen', isBroken: true });
    const heir = soft({ shoot: 's2', role: 'spare', spareFor: 's1' });
    expect(verdictsOn(on, [broken, heir]).map(({ act }) => act)).toEqual(['rub-off', 'takes-over']);
    const pegged = soft({ role: 'chosen', done: [{ act: 'peg', on: '2027-05-30' }] });
    expect(verdictsOn(on, [pegged])[0]).toMatchObject({ act: 'wait', doneOn: '2027-05-30' });
  });

  it('of an old tree grow into its middle where they point back along their limb; they go when it is opened', () => {
    const old = { planted: '2020-12-01' };
    const inward = soft({ onStem: 'a', role: 'other', bearingDeg: 270, angleDeg: 60, lengthCm: 40 });
    expect(actOf('2027-06-25', inward, old)).toBe('open');
    expect(actOf('2027-06-25', { ...inward, bearingDeg: 90 }, old)).toBe('leave');
    expect(actOf('2027-05-10', inward, old)).toBe('leave');
  });

  it('are tipped from 30 cm on, and the top of a strong fig is pinched in its first summer', () => {
    const second = { planted: '2025-12-01' };
    const long = soft({ role: 'chosen', angleDeg: 50, lengthCm: 34 });
    expect(actOf('2027-06-20', long, second)).toBe('tip');
    expect(actOf('2027-06-20', { ...long, lengthCm: 26 }, second)).toBe('leave');
    // Of a side shoot of a limb nothing is made in the same year.
    expect(actOf('2027-06-20', { ...long, onStem: 'a' }, second)).toBe('leave');
    const top: Shoot = {
      shoot: 'trunk',
      lengthCm: 80,
      leaf: 'broader',
      look: 'well',
      readings: [],
      done: [],
    };
    expect(actOf('2027-06-10', top, { kind: 'fig' })).toBe('pinch');
    for (const against of [{ leaf: 'narrower' }, { look: 'mottled' }, { isClimbing: true }, { lengthCm: 50 }])
      expect(actOf('2027-06-10', { ...top, ...against } as Shoot, { kind: 'fig' })).toBe('wait');
  });

  it('tell how fast they grow and when they come to the next length, as the season’s curve has it', () => {
    const readings = [
      { on: '2027-05-20', cm: 10 },
      { on: '2027-05-30', cm: 22 },
    ];
    const found = verdictsOn('2027-05-30', [soft({ role: 'chosen', lengthCm: 22, readings })])[0];
    expect(found?.rate?.cmPerDay).toBeCloseTo(1.2, 9);
    expect(found?.reach?.targetCm).toBe(30);
    // Eight more at no more than 1.2 cm a day: a week at the least, and growth is not over in twice that.
    const on = found?.reach?.on ?? '';
    expect(on >= daysAfter('2027-05-30', 6) && on <= daysAfter('2027-05-30', 14)).toBe(true);
    const stopped = readings.map(({ on: then }) => ({ on: then, cm: 12 }));
    expect(verdictsOn('2027-05-30', [soft({ lengthCm: 12, readings: stopped })])[0]?.stalled?.what).toBe(
      'nip-some',
    );
    const season = kindSeason(PLACE, 'apple', 2027);
    expect(season.stages['shoots-stop']?.on.slice(0, 4)).toBe('2027');
  });

  it('are drawn on the tree, which keeps its own stems; one on a limb that is gone is not', () => {
    const { tree } = treeOf(YOUNG);
    const top: Shoot = { shoot: 'trunk', lengthCm: 97, readings: [], done: [] };
    const leafed = withShoots(tree, [top, soft(), soft({ shoot: 's2', onStem: 'gone' })], 2027);
    expect(leafed.stems.map(({ id }) => id)).toEqual(['trunk', 'a', 's1']);
    expect(leafed.stems[0]?.length.value).toBe(97);
    expect(leafed.stems[2]).toMatchObject({
      parent: { kind: 'stem', stemId: 'trunk' },
      growthCm: { 2027: 15 },
    });
  });
});

describe('shoots of last summer that winter has not measured', () => {
  const summer = read(
    '2027-07-20',
    { shoot: 's1', tag: 's1', onStem: 'trunk', atCm: 60, bearingDeg: 180, angleDeg: 20, lengthCm: 44 },
    { shoot: 's2', tag: 'a', onStem: 'a', atCm: 30, lengthCm: 20 },
    { shoot: 'snapped', onStem: 'trunk', atCm: 40, isBroken: true },
    { shoot: 'rubbed', onStem: 'trunk', atCm: 20 },
    { shoot: 'a', lengthCm: 95 },
    { shoot: 'adrift', onStem: 'gone', atCm: 10 },
  );
  const rubbed = entry('2027-07-21', {
    ...{ kind: 'season-work', act: 'disbud', stemIds: ['rubbed'], isDone: true },
  });
  const state = (today: string, limbs = [LIMB]) => treeOf({ ...YOUNG, limbs, today });
  const rows = (today: string, more: PlainEvent[] = [], limbs = [LIMB]): string[] =>
    unmeasured(state(today, limbs), [summer, rubbed, ...more]).map(({ row }) => row);

  it('are offered from leaf fall on, for one winter: not those broken, rubbed off, or whose limb is gone', () => {
    expect(rows('2027-09-20')).toEqual([]);
    expect(rows('2027-12-20')).toEqual(['2027-s1', '2027-s2']);
    expect(rows('2028-12-20')).toEqual([]);
  });

  it('are offered no more once they are measured, under their own name or not, or said to be gone', () => {
    const measured = { id: 'x', h: 63, bearing: 200, angle: 25, length: 60, mm: 7 };
    expect(rows('2027-12-20', [], [LIMB, measured])).toEqual(['2027-s2']);
    expect(rows('2027-12-20', [], [LIMB, { ...measured, bearing: 0 }])).toContain('2027-s1');
    const gone = entry('2027-12-01', { kind: 'lost', stemId: '2027-s2', how: 'broke' });
    expect(rows('2027-12-20', [gone])).toEqual(['2027-s1']);
  });

  it('come with what summer read, as guesses; a tag that another carries is left to the next free letter', () => {
    const now = state('2027-12-20');
    const [one, two] = unmeasured(now, [summer, rubbed]).map((found) => cellsOfShoot(now, found, 'metric'));
    expect(one).toEqual([
      ['tag', 's1'],
      ['origin', '~60 cm'],
      ['bearing', '~180°'],
      ['angle', '~20°'],
      ['length', '~44 cm'],
    ]);
    expect(two).toEqual([
      ['on', 'A'],
      ['origin', '~30 cm'],
      ['length', '~20 cm'],
    ]);
  });
});
