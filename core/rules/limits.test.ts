import { told } from '../words/message';
import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { KINDS, kindFacts } from '../kinds/kinds';
import { FORMS } from '../forms';
import { clearanceAt } from '../sites/site';
import { seasonOf, woodSeason } from '../calendar/seasons';
import { LEVEL_SITE } from '../testing/trees';
import { RULE_DEFAULTS, RULE_KEYS } from './defaults';
import { resolveLimits } from './limits';

describe('a figure', () => {
  it('comes from the most particular layer that names it, and says which', () => {
    const limits = resolveLimits({
      tree: { 'crotch.narrowDeg': 33 },
      kind: { 'crotch.narrowDeg': 28, 'wood.capRatio': 0.4 },
      form: { 'thick.ratio': 0.5 },
    });
    expect(limits('crotch.narrowDeg')).toMatchObject({ value: 33, from: 'tree' });
    expect(limits('wood.capRatio')).toMatchObject({ value: 0.4, from: 'kind' });
    expect(limits('thick.ratio')).toMatchObject({ value: 0.5, from: 'form' });
    expect(limits('thin.diameterMm')).toMatchObject({ value: 7, from: 'default', unit: 'mm' });
  });

  it('has a source and words, in every case', () => {
    for (const key of RULE_KEYS) {
      expect(RULE_DEFAULTS[key].source).not.toBe('');
      const { value, least, most } = RULE_DEFAULTS[key];
      expect(tell(told(`figure.${key}`))).toMatch(/^[A-Z].*\.$/);
      expect(value).toBeGreaterThanOrEqual(least);
      expect(value).toBeLessThanOrEqual(most);
    }
  });
});

describe('kinds and forms', () => {
  it('name each other by ids that are there', () => {
    expect(KINDS).toHaveLength(20);
    expect(new Set(KINDS.map(({ id }) => id)).size).toBe(20);
    expect(kindFacts('fig').ownRooted).toBe(true);
    const ids = new Set<string>(FORMS.map(({ id }) => id));
    expect(ids.size).toBe(9);
    expect(FORMS.every(({ typicalOf }) => typicalOf.every((id) => kindFacts(id).id === id))).toBe(true);
    expect(KINDS.every(({ defaultForm }) => ids.has(defaultForm.value))).toBe(true);
  });
});

describe('a site', () => {
  const site = {
    ...LEVEL_SITE,
    clearance: [
      { fromDeg: 350, toDeg: 20, heightCm: 90, why: 'path' },
      { fromDeg: 0, toDeg: 360, heightCm: 45, why: 'rabbits' },
    ],
  };

  it.each([
    [350, 90],
    [0, 90],
    [20, 90],
    [21, 45],
    [180, 45],
    [349, 45],
  ])('asks on bearing %d for %d cm, also across north', (bearing, height) => {
    expect(clearanceAt(site, bearing).heightCm).toBe(height);
  });

  it.each([
    [51, '2026-11-14', 2026, 2027],
    [51, '2027-02-01', 2027, 2027],
    [51, '2026-06-21', 2026, 2026],
    [-38, '2026-08-09', 2026, 2026],
    [-38, '2027-01-10', 2026, 2026],
    [-38, '2026-05-30', 2025, 2026],
  ])('at latitude %d has %s in season %d, its wood told against %d', (latitudeDeg, date, season, wood) => {
    expect(seasonOf({ ...LEVEL_SITE, latitudeDeg }, date)).toBe(season);
    expect(woodSeason({ ...LEVEL_SITE, latitudeDeg }, date)).toBe(wood);
  });
});
