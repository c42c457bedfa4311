export const FORM_IDS = [
  'open-vase',
  'central-leader',
  'spiral-leader',
  'modified-leader',
  'bent-down-axis',
  'horizontal-espalier',
  'fan',
  'slim-column',
  'multi-stem-bush',
] as const;

export type FormId = (typeof FORM_IDS)[number];

export const FORM_NAMES: Readonly<Record<FormId, string>> = {
  'open-vase': 'open vase',
  'central-leader': 'central leader in tiers',
  'spiral-leader': 'central leader in a spiral',
  'modified-leader': 'modified leader',
  'bent-down-axis': 'bent-down axis',
  'horizontal-espalier': 'horizontal espalier',
  fan: 'fan',
  'slim-column': 'slim column',
  'multi-stem-bush': 'multi-stem bush',
};
