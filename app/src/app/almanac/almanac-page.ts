import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  exampleOf,
  figureTold,
  FINDING_RULES,
  answerCalled,
  asked,
  formCalled,
  kindCalled,
  kindFacts,
  list,
  schoolAbout,
  schoolCalled,
  share,
  titleOf,
  told,
  type Arg,
  type FindingId,
  type Message,
  type RuleKey,
  FORMS,
  habitTree,
  idealTree,
  judge,
  KINDS,
  QUESTIONS,
  RULE_DEFAULTS,
  schoolOf,
  SCHOOLS,
  SET_RULES,
  layOut,
  type RuleUnit,
  type SchoolId,
  type Sourced,
  type Tree,
} from '../../../../core';
import { extentOf } from '../drawing/frame';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { scrollToFragment } from '../words/scroll-to-fragment';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BendingLesson } from './bending-lesson';
import { CROWDED } from './crowded';
import { WORDS } from './words';

const PARTS = ['kinds', 'forms', 'schools', 'bending', 'rules', 'words'] as const;

/** What the program holds of kinds, forms, schools, rules and words, each with where it comes from. */
@Component({
  selector: 'eb-almanac-page',
  imports: [BendingLesson, RouterLink, Say, Told, TreeSilhouette],
  templateUrl: './almanac-page.html',
  styleUrl: './almanac-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlmanacPage {
  readonly told = inject(Words);
  readonly parts = PARTS.map((id) => ({ id, title: told(`almanac.${id}`) }));
  readonly words = WORDS.map(({ word, shown }) => {
    const example = shown && exampleOf(shown.rule);
    return {
      word: told(`word.${word}`),
      means: told(`word.${word}.means`),
      example: drawn(example?.tree, shown?.marked ?? example?.marked),
    };
  });

  readonly kinds = [...KINDS]
    .sort((a, b) => a.breakOrder.value - b.breakOrder.value)
    .map((kind) => ({
      id: kind.id,
      called: kindCalled(kind),
      tree: habitTree(kind.id),
      facts: [
        fact('habit', kind.habit, (habit) => told(`habit.${habit}`)),
        fact('vigour', kind.vigour, (vigour) => told(`vigour.${vigour}`)),
        fact('fruits-on', kind.fruitsOn, (on) => inTurn(on.map((wood) => told(`fruits-on.${wood}`)))),
        fact('buds-turn', kind.spiralDeg, (turn) => told('turn.from-bud', { turn })),
        fact('usual-form', kind.defaultForm, formCalled),
        fact('wood-taken', kind.removalShare, (part) => told('wood-taken.about', { share: share(part) })),
        fact('breaks', kind.breakOrder, (order) => told('breaks.order', { order, kinds: KINDS.length })),
        fact('wood', kind.stiffness, (how) => told(`bends.${how}`)),
        fact('wounds-close', kind.healing, (how) => told(`closes.${how}`)),
        fact('wet-winters', kind.wetWinterRisk, (risk) => told(risk ? 'wet.risk' : 'wet.none')),
        fact('notching', kind.gums, (gums) => told(gums ? 'notching.gums' : 'notching.well')),
        fact('leader', kind.leads, (how) => told(`leads.${how}`)),
        ...(kind.sap ? [fact('sap', kind.sap, (harm) => told(`sap.${harm}`))] : []),
      ],
    }));

  readonly forms = FORMS.map((form) => ({
    id: form.id,
    called: formCalled(form.id),
    summary: told(`form.${form.id}.summary`),
    tree: idealTree(form.id),
    typical: list(form.typicalOf.map((id) => kindCalled(kindFacts(id)))),
    figures: form.figures.map((key) => ({
      about: told(`figure.${key}`),
      value: figureValue(form.rules[key] ?? RULE_DEFAULTS[key].value, RULE_DEFAULTS[key].unit),
    })),
  }));

  readonly schools = SCHOOLS.map(({ id, answers }) => ({
    ...{ id, called: schoolCalled(id), about: schoolAbout(id), tree: schoolTree(id) },
    answers: QUESTIONS.map((question) => ({
      asks: asked(question.id),
      answer: answerCalled(question.id, answers[question.id]),
    })),
  }));

  readonly rules = [...FINDING_RULES, ...SET_RULES].map((rule) => ({
    id: rule.id,
    title: titleOf({ rule: rule.id }),
    example: drawn(exampleOf(rule.id)?.tree, exampleOf(rule.id)?.marked),
    figures: (KEYS_OF[rule.id] ?? []).map((key) => {
      const { value, unit, source } = RULE_DEFAULTS[key];
      return {
        key,
        about: told(`figure.${key}`),
        value: figureValue(value, unit),
        source: told(`source.${source}`),
      };
    }),
  }));

  constructor() {
    scrollToFragment('start');
  }
}

/** One crowded young vase after the first winter's work of a school. */
function schoolTree(id: SchoolId): Tree {
  const judged = judge({ ...CROWDED, school: schoolOf(id) }, { withPrices: false });
  return judged.kind === 'judged' ? judged.plan.after : CROWDED.tree;
}

/** A figure of a unit, as the almanac tells it. */
const figureValue = (value: number, unit: RuleUnit): Arg =>
  unit === 'seasons' ? told('unit.seasons', { n: value }) : figureTold(value, unit);

const inTurn = ([first, ...rest]: readonly Message[]): Message =>
  rest.length === 0 || !first
    ? (first ?? told('line.none'))
    : told('fruits-on.then', { first, next: inTurn(rest) });

/** An example with the room its drawing needs. */
function drawn(tree: Tree | undefined, marked: string | undefined): Drawn | undefined {
  return tree && { tree, marked, fullCm: Math.max(135, extentOf(layOut(tree)).heightCm + 6) };
}

interface Drawn {
  tree: Tree;
  marked: string | undefined;
  fullCm: number;
}

/** Figures each rule is measured by. */
const KEYS_OF: Partial<Record<FindingId, readonly RuleKey[]>> = {
  'foot-of-another': ['foot.joinCm'],
  'too-low': ['clearance.cm'],
  'narrow-crotch': ['crotch.narrowDeg', 'crotch.doubtfulDeg'],
  'too-thick': ['thick.ratio', 'thick.rivalRatio', 'rival.uprightDeg'],
  crossing: ['cross.touchCm', 'cross.joinCm', 'cross.seasons'],
  'one-above-another': ['shade.bearingDeg', 'shade.heightCm'],
  'parallel-pair': ['parallel.turnDeg', 'parallel.apartCm'],
  'same-node': ['cluster.bandCm', 'cluster.turnDeg'],
  'several-tops': ['top.heightShare', 'top.ratio'],
  'leaning-leader': ['leader.leanDeg'],
  'growing-inward': ['inward.shareOfTip'],
  'strong-upright': ['sprout.uprightDeg'],
  hanging: ['hang.pastDeg'],
  'outgrowing-peers': ['peers.ratio'],
  'too-thin': ['thin.diameterMm'],
  'long-bare': ['bare.longCm'],
  'low-when-laden': ['laden.dropDeg', 'clearance.cm'],
  'crop-on-thin': ['crop.thinMm'],
  'bare-sector': ['sector.bareRatio'],
  overtopping: ['leader.clearCm'],
  'uneven-tips': ['tips.apartCm'],
};

function fact<T>(name: FactName, { value, source }: Sourced<T>, says: (value: T) => Message) {
  return { name: told(`fact.${name}`), says: says(value), source: told(`source.${source}`) };
}

type FactName =
  | 'habit'
  | 'vigour'
  | 'fruits-on'
  | 'buds-turn'
  | 'usual-form'
  | 'wood-taken'
  | 'breaks'
  | 'wood'
  | 'wounds-close'
  | 'wet-winters'
  | 'notching'
  | 'leader'
  | 'sap';
