import { object, type ISchema } from 'yup';
import { oneOf } from '../fields/fields';
import type { RuleOverrides } from '../rules/defaults';

/** One answer to a question on which good growers differ. */
export interface Answer {
  id: string;
  words: string;
  /** Why those who hold it do. */
  why: string;
  /** Figures that follow from it. */
  rules?: RuleOverrides;
}

/** A question on which good growers differ, and the views the program supports. */
export interface Question {
  id: string;
  asks: string;
  answers: readonly Answer[];
}

/** Every question, in the order the almanac tells them. */
export const QUESTIONS = [
  {
    id: 'first-years',
    asks: 'When are limbs chosen?',
    answers: [
      {
        id: 'at-once',
        words: 'from the first winter',
        why: 'Small wounds close soon, and no growth is spent on wood that goes.',
      },
      {
        id: 'free-first',
        words: 'after two seasons of free growth',
        why: 'Leaf makes roots and girth; what the tree wants shows itself.',
      },
    ],
  },
  {
    id: 'leader-tip',
    asks: 'What is done to the leader’s tip?',
    answers: [
      {
        id: 'never',
        words: 'it is never cut',
        why: 'The end bud runs on straightest and calms what is below it.',
      },
      {
        id: 'tipped',
        words: 'its last fifth comes off',
        why: 'Tipping wakes the buds that the next limbs grow from.',
      },
      {
        id: 'cut-hard',
        words: 'half of its last growth comes off',
        why: 'A short leader lets the limbs below catch up.',
      },
    ],
  },
  {
    id: 'which-top',
    asks: 'Which of several tops is kept?',
    answers: [
      {
        id: 'straightest',
        words: 'the straightest, or the one that leads already',
        why: 'The stem stays true without a stake.',
      },
      {
        id: 'fewest-wounds',
        words: 'the one with the least wound',
        why: 'Each wound is a way in for disease.',
      },
      {
        id: 'calmest',
        words: 'a weaker one',
        why: 'A weak top draws less, so the limbs keep their strength.',
      },
    ],
  },
  {
    id: 'heading',
    asks: 'How are long limbs treated in winter?',
    answers: [
      {
        id: 'frame-first',
        words: 'headed by a third',
        why: 'Short limbs thicken and branch: a strong frame first.',
        rules: { 'shorten.share': 0.333 },
      },
      {
        id: 'half',
        words: 'headed by half',
        why: 'Hard heading makes few, strong shoots near the trunk.',
        rules: { 'shorten.share': 0.5 },
      },
      {
        id: 'tip-only',
        words: 'only tipped',
        why: 'Buds and notches make the limbs; little is cut.',
        rules: { 'shorten.share': 0.15 },
      },
      {
        id: 'left-whole',
        words: 'left whole',
        why: 'An uncut tip extends, sets spurs behind it and bears sooner.',
        rules: { 'shorten.share': 0 },
      },
    ],
  },
  {
    id: 'planting',
    asks: 'What comes off the limbs of a tree planted bare-rooted?',
    answers: [
      {
        id: 'third',
        words: 'a third of last season’s growth',
        why: 'It left roots behind: what is left of them has less to feed.',
        rules: { 'planting.share': 0.333 },
      },
      {
        id: 'half',
        words: 'half of last season’s growth',
        why: 'The harder the cut, the stronger the few shoots a short root can push.',
        rules: { 'planting.share': 0.5 },
      },
      {
        id: 'two-thirds',
        words: 'two thirds of last season’s growth',
        why: 'On poor or dry ground the root can feed no more.',
        rules: { 'planting.share': 0.667 },
      },
      {
        id: 'left-whole',
        words: 'nothing',
        why: 'Leaf makes new roots: the more of it, the sooner they are back.',
        rules: { 'planting.share': 0 },
      },
    ],
  },
  {
    id: 'timing',
    asks: 'When in dormancy?',
    answers: [
      {
        id: 'bud-swell',
        words: 'when buds swell',
        why: 'Flower buds can be told apart, and wounds close soon after.',
      },
      {
        id: 'mid-dormant',
        words: 'in mid-winter',
        why: 'The tree stores nothing in wood that goes, and there is time.',
      },
    ],
  },
  {
    id: 'wounds',
    asks: 'Are wounds covered?',
    answers: [
      { id: 'open', words: 'left open', why: 'Most evidence: an open wound dries and closes as well.' },
      {
        id: 'paste',
        words: 'the larger ones are covered',
        why: 'Paste keeps rain and spores off a large wound at first.',
      },
    ],
  },
  {
    id: 'inside',
    asks: 'What is left inside a vase?',
    answers: [
      { id: 'clear', words: 'nothing', why: 'Light to the bottom keeps low wood fruitful.' },
      {
        id: 'shade-wood',
        words: 'a little small wood',
        why: 'Bare bark burns in strong sun; small wood shades it.',
      },
    ],
  },
  {
    id: 'whip',
    asks: 'What is done to a whip?',
    answers: [
      {
        id: 'by-form',
        words: 'headed for a vase, fan or espalier, kept whole for a leader',
        why: 'A leader’s own top is its best; the others have none.',
      },
      {
        id: 'head',
        words: 'headed where the first limbs are wanted',
        why: 'The buds under the cut make strong limbs the same year.',
      },
      {
        id: 'keep-leaf',
        words: 'kept whole',
        why: 'All leaf the first year makes roots; buds are chosen and notched.',
      },
    ],
  },
  {
    id: 'espalier',
    asks: 'How is a flat tree begun?',
    answers: [
      {
        id: 'tier-a-year',
        words: 'a tier a year, arms brought down in two stages',
        why: 'Arms keep growing while they are half raised.',
      },
      {
        id: 'flat-at-once',
        words: 'a branched tree cut flat and tied at once',
        why: 'The form stands years earlier.',
      },
    ],
  },
  {
    id: 'stake',
    asks: 'On which side does the stake stand?',
    answers: [
      {
        id: 'windward',
        words: 'where the wind comes from',
        why: 'The stem is blown off the stake and does not rub.',
      },
      {
        id: 'leeward',
        words: 'where the wind blows to',
        why: 'The stem rests on it and the tie bears no pull.',
      },
    ],
  },
  {
    id: 'order',
    asks: 'In which order is a tree worked?',
    answers: [
      {
        id: 'bottom-up',
        words: 'from the bottom up',
        why: 'Each limb gets its room before the next is judged.',
      },
      {
        id: 'top-first',
        words: 'from the top down',
        why: 'The biggest decision first; what falls damages nothing chosen.',
      },
    ],
  },
  {
    id: 'disinfecting',
    asks: 'When are blades cleaned?',
    answers: [
      { id: 'between-trees', words: 'between trees', why: 'Enough where no disease is seen.' },
      {
        id: 'between-cuts',
        words: 'between cuts where disease is seen',
        why: 'A blade carries canker and blight from cut to cut.',
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
export const answersSchema = object(
  Object.fromEntries(
    QUESTIONS.map(({ id, answers: known }) => [id, oneOf(known.map((answer) => answer.id)).optional()]),
  ),
)
  .strict()
  .required()
  .noUnknown('names a question this version does not know: ${unknown}') as unknown as ISchema<
  Partial<Answers>
>;
