import type { ISchema } from 'yup';
import { between, shape } from '../fields/fields';
import { BEND_FIGURES } from './bend-figures';
import { FORM_FIGURES } from './form-figures';
import { LIMB_FIGURES } from './limb-figures';
import { STAKE_FIGURES } from './stake-figures';
import { WEIGHT_FIGURES } from './weight-figures';
import { WORK_FIGURES } from './work-figures';

export type { RuleDefault, RuleUnit, SourceWord } from './figure';

/** Version written into every event, so that an old verdict can be read against the figures of its day. */
export const RULE_SET = '2026.2';

/** Every figure the judgement rests on, before any override by kind, form, school, site or tree. */
export const RULE_DEFAULTS = {
  ...LIMB_FIGURES,
  ...FORM_FIGURES,
  ...WORK_FIGURES,
  ...BEND_FIGURES,
  ...STAKE_FIGURES,
  ...WEIGHT_FIGURES,
};

export type RuleKey = keyof typeof RULE_DEFAULTS;

export const RULE_KEYS = Object.keys(RULE_DEFAULTS) as RuleKey[];

/** Sparse figures that stand in for the defaults. */
export type RuleOverrides = Partial<Record<RuleKey, number>>;

/** Figures that books may have set and that nothing is measured by any more: they are read, and passed over. */
export const RETIRED_KEYS = ['top.limbRatio'] as const;

/** Figures set by a grower, each within its own bounds. */
export const rulesSchema = shape(
  Object.fromEntries([
    ...RULE_KEYS.map((key) => {
      const { least, most } = RULE_DEFAULTS[key];
      return [key, between(least, most).optional()] as const;
    }),
    ...RETIRED_KEYS.map((key) => [key, between(0, 1).optional()] as const),
  ]),
) as unknown as ISchema<RuleOverrides>;
