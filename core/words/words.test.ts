import { readdirSync, readFileSync } from 'node:fs';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { FINDING_RULES, SET_RULES } from '../findings';
import { FORMS } from '../forms';
import { judge } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { recordedTrees } from '../record/trees';
import { RULE_KEYS } from '../rules/defaults';
import { formsFor } from '../suits/suits';
import { tell } from '../testing/tell';
import type { JudgementCase } from '../testing/case-tree';
import { workLines } from '../work/lines';
import { ENGLISH } from './catalogue/english';
import { cm, day, deg, list, mm, share, told, type Message, type Reason } from './message';
import { pseudo } from './pseudo';
import { tellerIn } from './teller';

/** Kinds of parts of a message, as the library numbers them. */
const TYPE = { literal: 0, argument: 1 } as const;
const at = (path: string): URL => new URL(`../../${path}`, import.meta.url);
const read = (path: string): string => readFileSync(at(path), 'utf8');
const { trees: cases } = JSON.parse(read('core/judgements/judgements.cases.json')) as {
  trees: JudgementCase[];
};
const trees = [...recordedTrees(read('demo/two-hillsides.json'), cases)];

/** Every sentence told of every recorded tree: findings, verdicts, acts, cards, notes and forms. */
const reasons: [name: string, reason: Reason, limits: ReturnType<typeof sceneOf>['limits']][] = trees.flatMap(
  ([name, state]) => {
    const isDemo = name.startsWith('demo');
    const judged = judge(state, { withPrices: isDemo });
    const scene = sceneOf(state);
    const forms = isDemo ? formsFor(state).flatMap((suited) => suited.reasons) : [];
    const more =
      judged.kind === 'judged'
        ? [
            ...Object.values(judged.verdicts).flatMap((verdict) => [
              ...verdict.reasons,
              ...(verdict.price?.parts ?? []),
            ]),
            ...judged.plan.acts.map(({ reason }) => reason),
            ...judged.plan.notes,
            ...workLines(scene, judged).flatMap(({ words, where, why, cautions }) => [
              ...[words, ...cautions, ...(why ? [why] : [])],
              ...(where ? [where] : []),
            ]),
          ]
        : judged.kind === 'whip'
          ? judged.whip.reasons
          : [];
    return [...more, ...forms].map((reason): (typeof reasons)[number] => [name, reason, scene.limits]);
  },
);

describe('the catalogue', () => {
  it('is written in ICU messages that can be read, each of its own code', () => {
    for (const [code, message] of Object.entries(ENGLISH.messages))
      expect(() => new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true }), code).not.toThrow();
  });

  it('fills names in as the library does, whatever is put in', () => {
    const isFilledIn = (message: string): boolean =>
      new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true })
        .getAst()
        .every(({ type }) => type === TYPE.literal || type === TYPE.argument);
    const plain = Object.entries(ENGLISH.messages).filter(([, message]) => isFilledIn(message));
    const names = (message: string): string[] =>
      [...message.matchAll(/\{(\w+)\}/g)].map(([, name]) => name as string);
    const teller = tellerIn(ENGLISH, 'metric');
    expect(plain.filter(([, message]) => names(message).length > 0).length).toBeGreaterThan(200);
    for (const [code, message] of plain) {
      const args = Object.fromEntries(names(message).map((name, i) => [name, i % 2 ? `$& {${name}}` : 0]));
      const library = new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true });
      expect(teller({ code, args } as Message), code).toBe(String(library.format(args)));
    }
    expect(() => teller({ code: 'shoot.never' } as Message)).toThrow('not provided');
  });

  it('has the words of every rule, figure and form', () => {
    for (const { id } of [...FINDING_RULES, ...SET_RULES])
      expect(ENGLISH.messages).toHaveProperty([`rule.${id}`]);
    for (const key of RULE_KEYS) expect(tell(told(`figure.${key}`))).toMatch(/^[A-Z].*\.$/);
    for (const { id } of FORMS) expect(ENGLISH.messages).toHaveProperty([`form.${id}.summary`]);
  });

  it('has no words that nothing says', () => {
    const sources = ['core', 'app/src'].flatMap((root) =>
      readdirSync(at(root), { recursive: true, encoding: 'utf8' })
        .filter((path) => /\.(ts|html)$/.test(path) && !/\.(test|spec)\.ts$/.test(path))
        .map((path) => read(`${root}/${path}`)),
    );
    const text = sources.join('\n');
    const unsaid = Object.keys(ENGLISH.messages).filter((code) => {
      const starts = code.split('.').map((_, i, parts) => parts.slice(0, i + 1).join('.'));
      // A code is said as it stands, or put together behind one of its own beginnings: `tool.${tool}`.
      return (
        !text.includes(`'${code}'`) &&
        !starts.some((start) => text.includes(`${start}.\${`) || text.includes(`'${start}.'`))
      );
    });
    expect(unsaid).toEqual([]);
  });
});

describe('what is told', () => {
  it('has all that its words ask for, in every sentence of every recorded tree', () => {
    expect(reasons.length).toBeGreaterThan(1500);
    for (const [name, reason] of reasons) {
      const words = tell(reason);
      expect(words, `${name} ${reason.code}`).not.toMatch(/undefined|NaN|\[object|\{[a-z]/i);
    }
  });

  it('is the very figure it rests on, wherever a sentence names its limit', () => {
    let compared = 0;
    for (const [name, { code, args = {}, grounds = [] }, limits] of reasons) {
      const { limit } = args;
      const figure = grounds.find(({ on }) => on === 'figure');
      if (typeof limit !== 'object' || figure?.on !== 'figure' || code === 'finding.bare-sector') continue;
      compared++;
      expect(Object.values(limit)[0], `${name} ${code}`).toBeCloseTo(limits(figure.key).value, 9);
    }
    expect(compared).toBeGreaterThan(10);
  });

  it('follows units and language on the screen alone', () => {
    const message = told('finding.too-low', { height: cm(61), limit: cm(90) });
    expect(tell(message)).toBe('It starts at 61 cm; limbs on this side start at 90 cm or higher.');
    expect(tellerIn(ENGLISH, 'imperial')(message)).toBe(
      'It starts at 24 in; limbs on this side start at 35.4 in or higher.',
    );
    const figures = list([cm(12.4), mm(7.25), deg(47.4), share(0.333), day('2026-11-25')]);
    expect(tell.arg(figures)).toBe('12 cm, 7.3 mm, 47°, 33 %, 25 November 2026');
    const german = tellerIn({ ...ENGLISH, locale: 'de' }, 'metric');
    expect(german.arg(list([mm(7.25), day('2026-11-25')]))).toBe('7,3 mm, 25. November 2026');
  });

  it('is itself where a language does not have it yet', () => {
    const bare = tellerIn({ locale: 'xx', messages: {} }, 'metric');
    expect(bare(told('moment.after'))).toBe('moment.after');
  });
});

describe('the pseudo-language', () => {
  it('marks every message, is a third longer, and keeps what is put in', () => {
    const strange = tellerIn(pseudo(ENGLISH), 'metric');
    const message: Message = told('book.work', { acts: 3 });
    const words = strange(message);
    expect(words).toMatch(/^⟦.*3.*⟧$/);
    expect(words.length).toBeGreaterThan(tell(message).length * 1.3);
    for (const [, reason] of reasons) expect(strange(reason)).toMatch(/^⟦.*⟧$/s);
  });
});
