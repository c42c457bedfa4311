import { describe, expect, it } from 'vitest';
import { because } from '../words/message';
import { ENGLISH } from '../words/catalogue/english';
import { tellerIn } from '../words/teller';
import { treeOf } from '../testing/trees';
import { directionAt } from '../tree/course';
import { fromUprightOf } from '../geometry/vector';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import { actWords, ACTS, afterActs, cautionsFor, holdsInBrief, holdsOf, suppliesOf, type Act } from './acts';
import type { Held } from './held';
import { sceneOf } from '../judging/scene';

const { tree } = treeOf({
  ...{ form: 'central-leader', trunk: { length: 220, mm: 40 } },
  limbs: [{ id: 'a', h: 90, bearing: 90, angle: 40, length: 100, mm: 12 }],
});
const scene = sceneOf(treeOf({ form: 'central-leader', trunk: { length: 220, mm: 40 }, limbs: [] }));

const held = (more: Partial<Held> = {}): Held => ({
  ...{ how: 'now', by: 'ground-peg', tieCm: 45, pullKg: 1.26, lengthCm: 150, loopMm: 15 },
  ...{ chance: 0.012, chanceFrom: 0.001, chanceTo: 0.08, worstCm: 20, wood: 'one-year' },
  ...{ stages: [{ on: '2026-11-14', toDeg: 70 }], lookOn: '2027-05-20', offBy: '2027-09-24', backDeg: 6 },
  ...more,
});
const bend = (by?: Held): Act => ({
  ...{ kind: 'bend', stemId: 'a', fromDeg: 40, toDeg: 70, reason: because('as-written') },
  ...(by && { held: by }),
});
const metric = tellerIn(ENGLISH, 'metric');
const say = (act: Act): string =>
  [actWords(scene, act), ...holdsOf(act)].map((one) => metric(one)).join(' | ');

describe('the words of a bend', () => {
  it('say where it is tied with what, how sure it is, the pull, the loop and the days', () => {
    expect(say(bend(held()))).toBe(
      'bend from 40° to 70°, tied 45 cm out to a ground peg, 150 cm of cord | Safe in one go: one such limb in 100 cracks. | ' +
        'It pulls like 1.3 kg. | A soft loop 15 mm wide inside. | ' +
        'Look at it from 20 May 2027, monthly in growth; off about 24 September 2027. | ' +
        'Nearest to cracking 20 cm out, in last season’s wood. | Let go, it comes back some 6°. | ' +
        'A stone of 2 kg or more holds it as well as a peg.',
    );
  });

  it.each<[Partial<Held>, RegExp]>([
    [{ by: 'weight' }, /a jug with 1.3 l of water hung 45 cm out/],
    [{ by: 'spreader', lengthCm: 23 }, /a stick of 23 cm, notched and padded, .*pushes like/],
    [{ by: 'wire' }, /tied 45 cm out on the wire/],
    [{ by: 'prop', lengthCm: 80 }, /held up 45 cm out on a forked prop of 80 cm/],
    [{ oversetDeg: 76 }, /comes back some 6°: tie it at 76°/],
    [
      { uprights: 4, rubBy: '2027-06-12' },
      /Some 4 uprights will rise along its top: rub them off while soft, by 12 June/,
    ],
    [{ ladenCm: 8 }, /it hangs to 8 cm above the ground/],
    [{ ladenCm: -8 }, /would lie on the ground/],
    [{ by: 'clip', tieCm: 0 }, /a clip-peg over it(?!.*loop)/],
    [{ chance: 0.0004 }, /fewer than one such limb in 100 cracks/],
    [{ worstCm: 0, wood: 'two-year' }, /at its join, in wood of two seasons/],
    [
      { how: 'later', stages: [{ on: '2027-04-19', toDeg: 70 }] },
      /Wait until the wood is supple, about 19 April 2027/,
    ],
    [
      { how: 'risky', chance: 0.14, chanceTo: 0.33 },
      /A risk: 14 in 100 such limbs crack, of brittle ones 33/,
    ],
    [
      { how: 'stages', stages: [...held().stages, { on: '2027-06-09', toDeg: 90 }] },
      /In stages.*to 70° on 14 November 2026, to 90° on 9 June 2027/,
    ],
  ])('tell %o apart', (more, words) => expect(say(bend(held(more)))).toMatch(words));

  it('tell a pull in pounds to one who reads inches, and all of it in a line for the card', () => {
    expect(tellerIn(ENGLISH, 'imperial').arg({ kg: 1.26 })).toBe('2.8 lb');
    expect(holdsInBrief(bend(held())).map(metric)).toEqual([
      'Pull like 1.3 kg; loop 15 mm wide; look from 20 May 2027, off about 24 September 2027.',
    ]);
    expect(holdsInBrief(bend(held({ how: 'risky', chance: 0.2 })))).toHaveLength(2);
  });

  it('warn of a cord only where there is one', () => {
    const cautions = (by: Held['by']): string[] =>
      cautionsFor(scene, bend(held({ by }))).map((one) => one.code);
    expect(cautions('ground-peg')).toContain('caution.cord');
    expect(cautions('spreader')).not.toContain('caution.cord');
    expect(cautions('spreader')).toContain('caution.tying');
  });
});

describe('a bend that is done', () => {
  const stem = (of: Tree): Stem => stemOf(of, 'a') as Stem;

  it('leaves the limb turned as far out as it is tied, with what holds it, where and since when', () => {
    const after = stem(afterActs(tree, [bend(held())]));
    expect(after.fixings).toEqual([
      {
        ...{ what: 'tie', atCm: 45, since: '2026-11-14', means: 'ground-peg', wood: 'one-year' },
        ...{ loopMm: 15, lengthCm: 150, offBy: '2027-09-24', fromDeg: 40, toDeg: 70 },
      },
    ]);
    const angleAt = (cm: number): number => fromUprightOf(directionAt(after, cm));
    expect(angleAt(0)).toBeCloseTo(40, 6);
    expect(angleAt(22.5)).toBeCloseTo(55, 6);
    expect(angleAt(60)).toBeCloseTo(70, 6);
  });

  it('of an old plan, which did not know how far is safe, is read and done as it was', async () => {
    const old = { ...bend(), safety: 'not-yet-computed' };
    await expect(ACTS.bend.schema.isValid(old)).resolves.toBe(true);
    await expect(ACTS.bend.schema.isValid({ ...old, held: { ...held(), by: 'glue' } })).resolves.toBe(false);
    expect(say(old as Act)).toBe('bend from 40° to 70° and tie');
    expect(stem(afterActs(tree, [old as Act])).fixings).toBeUndefined();
    expect(suppliesOf(old as Act)).toEqual({ ties: 1 });
    expect(suppliesOf(bend(held({ by: 'clip' })))).toEqual({ pegs: 1 });
  });
});
