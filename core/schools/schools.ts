import { told, type Message } from '../words/message';
import type { RuleOverrides } from '../rules/defaults';
import { answered, QUESTION_IDS, type Answers } from './questions';

export const SCHOOL_IDS = ['middle-way', 'frame-first', 'buds-and-notches', 'bend-to-bear'] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** A named set of answers; a grower picks one for each tree and may change any answer for the whole yard. */
export interface School {
  id: SchoolId;
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
  'whip-buds': 'clusters',
  espalier: 'tier-a-year',
  stake: 'windward',
  order: 'bottom-up',
  disinfecting: 'between-cuts',
};

export const SCHOOLS: readonly School[] = [
  {
    id: 'middle-way',
    answers: MIDDLE,
  },
  {
    id: 'frame-first',
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
    answers: {
      ...{ ...MIDDLE, 'first-years': 'free-first', heading: 'left-whole', whip: 'keep-leaf' },
      ...{ planting: 'left-whole', 'which-top': 'calmest', inside: 'shade-wood', timing: 'mid-dormant' },
      'whip-buds': 'single',
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

/** What a school is called, and what it is about. */
export const schoolCalled = (id: SchoolId): Message => told(`school.${id}`);
export const schoolAbout = (id: SchoolId): Message => told(`school.${id}.about`);
