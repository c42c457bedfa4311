import { RULE_DEFAULTS, type RuleKey, type RuleOverrides, type RuleUnit, type SourceWord } from './defaults';

/** Who set a figure, from the most general to the most particular. */
export type RuleLayer = 'default' | 'kind' | 'form' | 'school' | 'site' | 'tree';

/** A figure and where it came from. */
export interface Limit {
  key: RuleKey;
  value: number;
  unit: RuleUnit;
  source: SourceWord;
  from: RuleLayer;
}

export type Limits = (key: RuleKey) => Limit;

const ORDER: readonly Exclude<RuleLayer, 'default'>[] = ['kind', 'form', 'school', 'site', 'tree'];

/** Resolves each figure through its layers; the most particular layer that names it wins. */
export function resolveLimits(layers: Partial<Record<Exclude<RuleLayer, 'default'>, RuleOverrides>>): Limits {
  const known = new Map<RuleKey, Limit>();
  const resolve = (key: RuleKey): Limit => {
    const base = RULE_DEFAULTS[key];
    let found: Limit = { key, value: base.value, unit: base.unit, source: base.source, from: 'default' };
    for (const from of ORDER) {
      const value = layers[from]?.[key];
      if (value !== undefined) found = { ...found, value, from };
    }
    return found;
  };
  return (key) => {
    const limit = known.get(key) ?? resolve(key);
    known.set(key, limit);
    return limit;
  };
}
