import { told, type Message } from '../words/message';
import type { ISchema } from 'yup';
import { oneOf, shape } from '../fields/fields';
import type { RuleOverrides } from '../rules/defaults';

/** One answer to a question on which good growers differ. */
export interface Answer {
  id: string;
  /** Figures that follow from it. */
  rules?: RuleOverrides;
}

/** A question on which good growers differ, and the views the program supports. */
export interface Question {
  id: string;
  answers: readonly Answer[];
}

/** Every question, in the order the almanac tells them. */
export const QUESTIONS = [
  {
    id: 'first-years',
    answers: [
      {
        id: 'at-once',
      },
      {
        id: 'free-first',
      },
    ],
  },
  {
    id: 'leader-tip',
    answers: [
      {
        id: 'never',
      },
      {
        id: 'tipped',
      },
      {
        id: 'cut-hard',
      },
    ],
  },
  {
    id: 'which-top',
    answers: [
      {
        id: 'straightest',
      },
      {
        id: 'fewest-wounds',
      },
      {
        id: 'calmest',
      },
    ],
  },
  {
    id: 'heading',
    answers: [
      {
        id: 'frame-first',
        rules: { 'shorten.share': 0.333 },
      },
      {
        id: 'half',
        rules: { 'shorten.share': 0.5 },
      },
      {
        id: 'tip-only',
        rules: { 'shorten.share': 0.15 },
      },
      {
        id: 'left-whole',
        rules: { 'shorten.share': 0 },
      },
    ],
  },
  {
    id: 'planting',
    answers: [
      {
        id: 'third',
        rules: { 'planting.share': 0.333 },
      },
      {
        id: 'half',
        rules: { 'planting.share': 0.5 },
      },
      {
        id: 'two-thirds',
        rules: { 'planting.share': 0.667 },
      },
      {
        id: 'left-whole',
        rules: { 'planting.share': 0 },
      },
    ],
  },
  {
    id: 'timing',
    answers: [
      {
        id: 'bud-swell',
      },
      {
        id: 'mid-dormant',
      },
    ],
  },
  {
    id: 'wounds',
    answers: [
      { id: 'open' },
      {
        id: 'paste',
      },
    ],
  },
  {
    id: 'inside',
    answers: [
      { id: 'clear' },
      {
        id: 'shade-wood',
      },
    ],
  },
  {
    id: 'whip',
    answers: [
      {
        id: 'by-form',
      },
      {
        id: 'head',
      },
      {
        id: 'keep-leaf',
      },
    ],
  },
  {
    id: 'whip-buds',
    answers: [{ id: 'clusters' }, { id: 'single' }],
  },
  {
    id: 'espalier',
    answers: [
      {
        id: 'tier-a-year',
      },
      {
        id: 'flat-at-once',
      },
    ],
  },
  {
    id: 'stake',
    answers: [
      {
        id: 'windward',
      },
      {
        id: 'leeward',
      },
    ],
  },
  {
    id: 'order',
    answers: [
      {
        id: 'bottom-up',
      },
      {
        id: 'top-first',
      },
    ],
  },
  {
    id: 'disinfecting',
    answers: [
      { id: 'between-trees' },
      {
        id: 'between-cuts',
      },
    ],
  },
] as const satisfies readonly Question[];

type AskedQuestion = (typeof QUESTIONS)[number];
export type QuestionId = AskedQuestion['id'];
/** One answer's id for each question. */
export type Answers = { readonly [Q in AskedQuestion as Q['id']]: Q['answers'][number]['id'] };

export const QUESTION_IDS: readonly QuestionId[] = QUESTIONS.map(({ id }) => id);

/** A question and the answer a set of answers gives to it. */
export function answered(answers: Answers, id: QuestionId): { question: Question; answer: Answer } {
  const question: Question = QUESTIONS.find((q) => q.id === id) ?? QUESTIONS[0];
  const answer = question.answers.find((a) => a.id === answers[id]) ?? (question.answers[0] as Answer);
  return { question, answer };
}

/** Some of a school's answers, as a yard has changed them. */
export const answersSchema = shape(
  Object.fromEntries(
    QUESTIONS.map(({ id, answers: known }) => [id, oneOf(known.map((answer) => answer.id)).optional()]),
  ),
) as unknown as ISchema<Partial<Answers>>;

/** What a question asks. */
export const asked = (id: QuestionId): Message => told(`ask.${id}`);

/** What an answer says, and why those who hold it do. */
export function answerCalled(question: QuestionId, answer: string): { says: Message; why: Message } {
  const code = `answer.${question}.${answer}` as AnswerCode;
  return { says: told(code), why: told(`${code}.why`) };
}

type AnswerCode = {
  [Q in AskedQuestion as Q['id']]: `answer.${Q['id']}.${Q['answers'][number]['id']}`;
}[QuestionId];
