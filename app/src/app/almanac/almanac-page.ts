import { afterNextRender, ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import {
  exampleOf,
  FINDING_RULES,
  FORM_NAMES,
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
  answered,
  layOut,
  type RuleUnit,
  type SchoolId,
  type Sourced,
  type Tree,
} from '../../../../core';
import { extentOf } from '../drawing/frame';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { CROWDED } from './crowded';
import { WORDS } from './words';

const PARTS = [
  { id: 'kinds', title: 'Kinds' },
  { id: 'forms', title: 'Forms' },
  { id: 'schools', title: 'Schools' },
  { id: 'rules', title: 'What is looked at' },
  { id: 'words', title: 'Words' },
] as const;

const FRUITS_ON = {
  spurs: 'spurs on older wood',
  'last-season': 'last season’s shoots',
  'this-season': 'this season’s shoots',
} as const;

/** What the program holds of kinds, forms, schools, rules and words, each with where it comes from. */
@Component({
  selector: 'eb-almanac-page',
  imports: [RouterLink, TreeSilhouette],
  templateUrl: './almanac-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlmanacPage {
  readonly parts = PARTS;
  readonly words = WORDS.map(({ word, means, shown }) => {
    const example = shown && exampleOf(shown.rule);
    return { word, means, example: drawn(example?.tree, shown?.marked ?? example?.marked) };
  });

  readonly kinds = [...KINDS]
    .sort((a, b) => a.breakOrder.value - b.breakOrder.value)
    .map((kind) => ({
      id: kind.id,
      name: kind.name,
      tree: habitTree(kind.id),
      facts: [
        fact('habit', kind.habit),
        fact('vigour', kind.vigour),
        fact('fruits on', kind.fruitsOn, (on) => on.map((wood) => FRUITS_ON[wood]).join(', then ')),
        fact('buds turn', kind.spiralDeg, (deg) => `${deg}° from one to the next`),
        fact('usual form', kind.defaultForm, (form) => FORM_NAMES[form]),
        fact('wood taken in a year', kind.removalShare, (share) => `about ${Math.round(share * 100)} %`),
        fact('breaks', kind.breakOrder, (order) => `${order} of ${KINDS.length} in spring`),
        fact('wood', kind.stiffness, (how) => `${how} to bend`),
        fact(
          'wounds close',
          kind.healing,
          (how) => ({ quick: 'quickly', middling: 'in a few years', slow: 'slowly' })[how],
        ),
        fact('wet winters', kind.wetWinterRisk, (risk) =>
          risk ? 'a risk: prune in dry weather after bloom or in summer' : 'no special risk',
        ),
        fact('notching', kind.gums, (gums) => (gums ? 'gums: not notched' : 'takes it well')),
        fact(
          'a leader',
          kind.leads,
          (how) => ({ weak: 'seldom held', middling: 'held with care', strong: 'readily held' })[how],
        ),
      ],
    }));

  readonly forms = FORMS.map((form) => ({
    id: form.id,
    name: FORM_NAMES[form.id],
    summary: form.summary,
    tree: idealTree(form.id),
    typical: form.typicalOf.map((id) => KINDS.find((kind) => kind.id === id)?.name ?? id).join(', '),
    figures: form.figures.map((key) => ({
      about: RULE_DEFAULTS[key].about,
      value: valueWords(form.rules[key] ?? RULE_DEFAULTS[key].value, RULE_DEFAULTS[key].unit),
    })),
  }));

  readonly schools = SCHOOLS.map(({ id, name, about, answers }) => ({
    ...{ id, name, about, tree: schoolTree(id) },
    answers: QUESTIONS.map((question) => ({
      asks: question.asks,
      answer: answered(answers, question.id).answer,
    })),
  }));

  readonly rules = [...FINDING_RULES, ...SET_RULES].map(({ id, title }) => ({
    id,
    title,
    example: drawn(exampleOf(id)?.tree, exampleOf(id)?.marked),
    figures: Object.entries(RULE_DEFAULTS)
      .filter(([key]) => KEYS_OF[id]?.includes(key))
      .map(([key, { about, value, unit, source }]) => ({
        key,
        about,
        value: valueWords(value, unit),
        source,
      })),
  }));

  constructor() {
    const route = inject(ActivatedRoute);
    afterNextRender(() => document.getElementById(route.snapshot.fragment ?? '')?.scrollIntoView());
  }
}

/** One crowded young vase after the first winter's work of a school. */
function schoolTree(id: SchoolId): Tree {
  const judged = judge({ ...CROWDED, school: schoolOf(id) }, 'metric', { withPrices: false });
  return judged.kind === 'judged' ? judged.plan.after : CROWDED.tree;
}

/** A figure as the almanac writes it, in the store's own units. */
function valueWords(value: number, unit: RuleUnit): string {
  switch (unit) {
    case 'deg':
      return `${value}°`;
    case 'ratio':
      return `${Math.round(value * 100)} %`;
    case 'count':
      return String(value);
    default:
      return `${value} ${unit}`;
  }
}

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
const KEYS_OF: Readonly<Record<string, readonly string[]>> = {
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

function fact<T>(
  name: string,
  { value, source }: Sourced<T>,
  words: (value: T) => string = String,
): { name: string; words: string; source: string } {
  return { name, words: words(value), source };
}
