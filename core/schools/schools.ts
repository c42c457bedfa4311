import type { RuleOverrides } from '../rules/defaults';
import { answered, QUESTION_IDS, type Answers } from './questions';

export const SCHOOL_IDS = ['middle-way', 'frame-first', 'buds-and-notches', 'bend-to-bear'] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** A named set of answers; a grower picks one for each tree and may change any answer for the whole yard. */
export interface School {
  id: SchoolId;
  name: string;
  about: string;
  answers: Answers;
}

/** What a yard's growers have changed in the schools' answers. */
export type SchoolEdits = Partial<Record<SchoolId, Partial<Answers>>>;

const MIDDLE: Answers = {
  'first-years': 'at-once',
  'leader-tip': 'never',
  'which-top': 'straightest',
  heading: 'frame-first',
  planting: 'third',
  timing: 'bud-swell',
  wounds: 'open',
  inside: 'clear',
  whip: 'by-form',
  espalier: 'tier-a-year',
  stake: 'windward',
  order: 'bottom-up',
  disinfecting: 'between-cuts',
};

export const SCHOOLS: readonly School[] = [
  {
    id: 'middle-way',
    name: 'middle way',
    about:
      'What most growers would not argue with: limbs chosen from the first winter, long ones headed by a third.',
    answers: MIDDLE,
  },
  {
    id: 'frame-first',
    name: 'frame first',
    about: 'A strong frame before a crop: limbs and leader are headed every winter.',
    answers: {
      ...MIDDLE,
      'leader-tip': 'tipped',
      heading: 'half',
      planting: 'half',
      whip: 'head',
      wounds: 'paste',
      order: 'top-first',
    },
  },
  {
    id: 'buds-and-notches',
    name: 'buds and notches',
    about: 'Begins with a whip: buds are chosen and notched, and little is ever cut.',
    answers: {
      ...MIDDLE,
      heading: 'tip-only',
      planting: 'left-whole',
      whip: 'keep-leaf',
      'which-top': 'fewest-wounds',
      inside: 'shade-wood',
    },
  },
  {
    id: 'bend-to-bear',
    name: 'bend to bear',
    about: 'End buds stay, limbs are bent at or below flat, and the tree is cut as little as can be.',
    answers: {
      ...{ ...MIDDLE, 'first-years': 'free-first', heading: 'left-whole', whip: 'keep-leaf' },
      ...{ planting: 'left-whole', 'which-top': 'calmest', inside: 'shade-wood', timing: 'mid-dormant' },
    },
  },
];

/** A school as this yard holds it: its own answers with the yard's edits laid over them. */
export function schoolOf(id: SchoolId, edits: SchoolEdits = {}): School {
  const school = SCHOOLS.find((s) => s.id === id) ?? (SCHOOLS[0] as School);
  return { ...school, answers: { ...school.answers, ...edits[school.id] } };
}

/** Figures that follow from a set of answers. */
export function rulesOfSchool(answers: Answers): RuleOverrides {
  return Object.assign(
    {},
    ...QUESTION_IDS.map((id) => answered(answers, id).answer.rules ?? {}),
  ) as RuleOverrides;
}
