import { describe, expect, it } from 'vitest';
import { formOf } from '../forms';
import { judge } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { because } from '../words/message';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { Act } from '../acts/acts';
import type { FormScene } from '../choosing/candidacy';
import type { Form } from '../forms/form';
import { withHolds } from './holds';

const grown = { growthCm: { '2026': 40, '2025': 40, '2024': 40 } };
const limb = (more: Partial<Limb>): Limb => ({
  ...{ id: 'a', h: 90, bearing: 350, angle: 40, length: 120, mm: 12, more: grown },
  ...more,
});

function held(of: Limb, act: Partial<Act> & { kind: 'bend' | 'swing' }, more: Partial<TestTree> = {}): Act[] {
  const state = treeOf({ form: 'central-leader', trunk: { length: 240, mm: 46 }, limbs: [of], ...more });
  const whole = { stemId: of.id, reason: because('as-written'), fromDeg: 40, toDeg: 80, ...act } as Act;
  const question = { scene: sceneOf(state) as unknown as FormScene, form: formOf(state.form) as Form };
  return withHolds(question, [whole]);
}

describe('a planned bend', () => {
  it('is held at its angle where its wood bears that', () => {
    expect(held(limb({}), { kind: 'bend' })).toMatchObject([{ toDeg: 80, held: { how: 'now' } }]);
  });

  it('of wood that would crack goes as far as is safe and says so, or is not planned', () => {
    const [act] = held(limb({ mm: 32 }), { kind: 'bend' });
    expect(act).toMatchObject({ kind: 'bend', reason: { code: 'bend.as-far' }, held: { how: 'now' } });
    const toDeg = act?.kind === 'bend' ? act.toDeg : 0;
    expect(toDeg).toBeGreaterThan(52);
    expect(toDeg).toBeLessThan(80);
    expect(held(limb({ mm: 45, length: 50, more: { growthCm: { '2022': 50 } } }), { kind: 'bend' })).toEqual(
      [],
    );
    expect(held(limb({ more: { ...grown, mended: true } }), { kind: 'bend' })).toEqual([]);
  });

  it('aside turns the short way, across north too', () => {
    const [act] = held(limb({}), { kind: 'swing', fromDeg: 350, toDeg: 10 });
    expect(act).toMatchObject({ toDeg: 10, held: { by: 'aside', how: 'now', stages: [{ toDeg: 10 }] } });
    const { tieCm = 0, lengthCm = 0 } = (act?.kind === 'swing' && act.held) || {};
    // A peg as far out as the tie is high: the diagonal, and 40 cm for knots.
    const highCm = 90 + tieCm * Math.cos((40 * Math.PI) / 180);
    expect(Math.abs(lengthCm - (highCm * Math.SQRT2 + 40))).toBeLessThan(3);
  });

  it('is computed on the limb as its cuts leave it: what is shortened is tied nearer', () => {
    const tieOf = (acts: readonly Act[]): number =>
      acts.flatMap((act) => (act.kind === 'bend' && act.held ? [act.held.tieCm] : []))[0] ?? NaN;
    const [whole] = [tieOf(held(limb({}), { kind: 'bend' }))];
    const state = treeOf({ form: 'central-leader', trunk: { length: 240, mm: 46 }, limbs: [limb({})] });
    const cut: Act = {
      ...{ kind: 'shorten', stemId: 'a', toLengthCm: 60, diameterMm: 8, purpose: 'equalise' },
      reason: because('as-written'),
    } as Act;
    const bend = { kind: 'bend', stemId: 'a', fromDeg: 40, toDeg: 80, reason: because('as-written') } as Act;
    const question = { scene: sceneOf(state) as unknown as FormScene, form: formOf(state.form) as Form };
    expect(tieOf(withHolds(question, [cut, bend]))).toBeLessThan(whole);
  });

  it('is in every plan that bends, and nothing in a plan is bent that would crack', () => {
    let bends = 0;
    for (const mm of [8, 14, 20, 26, 32]) {
      const limbs = [0, 120, 240].map((bearing, i) => limb({ id: `l${i}`, h: 60 + i * 15, bearing, mm }));
      const judged = judge(treeOf({ form: 'bent-down-axis', trunk: { length: 240, mm: 46 }, limbs }), {
        withPrices: false,
      });
      for (const act of judged.kind === 'judged' ? judged.plan.acts : []) {
        if (act.kind !== 'bend' && act.kind !== 'swing' && act.kind !== 'spread') continue;
        bends++;
        expect(act.held?.chance).toBeLessThanOrEqual(0.25);
      }
    }
    expect(bends).toBeGreaterThan(3);
  });

  it('down and aside at once is asked both: the chance is told of both, and only the first is done where both would not be safe', () => {
    const bothOn = (of: Limb): Act[] => {
      const state = treeOf({ form: 'central-leader', trunk: { length: 240, mm: 46 }, limbs: [of] });
      const [reason, stemId] = [because('as-written'), of.id];
      const acts = [
        { kind: 'bend', stemId, fromDeg: 40, toDeg: 80, reason },
        { kind: 'swing', stemId, fromDeg: 350, toDeg: 25, reason },
      ] as Act[];
      const question = { scene: sceneOf(state) as unknown as FormScene, form: formOf(state.form) as Form };
      return withHolds(question, acts);
    };
    const chanceOf = (act: Act | undefined): number => (act?.kind === 'bend' && act.held?.chance) || 0;
    const [down, aside] = bothOn(limb({ mm: 10 }));
    expect([down?.kind, aside?.kind]).toEqual(['bend', 'swing']);
    expect(chanceOf(down)).toBeGreaterThan(chanceOf(held(limb({ mm: 10 }), { kind: 'bend' })[0]));
    const kinds = [...Array(14).keys()].map((i) =>
      bothOn(limb({ mm: 10 + i }))
        .map(({ kind }) => kind)
        .join(),
    );
    expect(kinds).toContain('bend');
  });

  it('for its form’s angle alone is not planned out of reach', () => {
    const high = limb({ h: 230, length: 70 });
    const reason = because('bend.form', {});
    const tree = { trunk: { length: 330, mm: 52 } };
    expect(held(high, { kind: 'bend', reason }, tree)).toEqual([]);
    expect(held(high, { kind: 'bend' }, tree)).toHaveLength(1);
  });
});
