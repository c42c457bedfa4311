import { computed, inject, Injectable, signal } from '@angular/core';
import {
  cm,
  deg,
  figureTold,
  formOf,
  kindCalled,
  kindFacts,
  learnt,
  list,
  parseReading,
  RULE_DEFAULTS,
  RULE_KEYS,
  sceneOf,
  schoolCalled,
  told,
  woodOfFigure,
  type Arg,
  type Message,
  type SiteLine,
  type TreeLine,
  type Limit,
  type RuleKey,
  type TreeState,
} from '../../../../core';
import { TreeStore } from '../tree/tree-store';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';

/** One figure of a tree, as it is told and set. */
export interface Figure {
  key: RuleKey;
  about: Message;
  shown: string;
  from: Message;
  source: Message;
  bounds: Message;
  isOwn: boolean;
  /** What bends in this yard have made of it; undefined where they say nothing. */
  learnt: Message | undefined;
}

/** Figures of a tree: what each is, where it comes from, and how it is set for this tree and reset. */
@Injectable()
export class TreeFigures {
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private readonly tree = inject(TreeStore);
  readonly trouble = signal<{ key: RuleKey; why: Message } | undefined>(undefined);

  readonly state = this.tree.state;

  /** The figures its form stands on, then all others. */
  readonly groups = computed(() => {
    const state = this.state();
    if (!state) return [];
    const { limits } = sceneOf(state);
    const own = formOf(state.form)?.figures ?? [];
    const rest = RULE_KEYS.filter((key) => !own.includes(key));
    const figures = (keys: readonly RuleKey[]): Figure[] =>
      keys.map((key) => this.figure(state, limits(key)));
    return [
      { title: told('figures.form'), figures: figures(own) },
      { title: told('figures.rest'), figures: figures(rest) },
    ];
  });

  /** What the site and the tree themselves say, each line with the place links lead to. */
  readonly lines = computed(() => {
    const state = this.state();
    if (!state) return [];
    const of = <L extends string>(
      kind: 'site' | 'tree',
      lines: Record<L, Arg>,
      called: (line: L) => Message,
    ) =>
      (Object.keys(lines) as L[]).map((line) => ({
        id: `${kind}-${line}`,
        about: called(line),
        says: this.words.arg(lines[line]),
      }));
    return [
      {
        title: told('lines.site', { site: state.site.name }),
        lines: of('site', siteLines(state), (line) => told(`site-line.${line}`)),
      },
      { title: told('lines.tree'), lines: of('tree', treeLines(state), (line) => told(`tree-line.${line}`)) },
    ];
  });

  /** Sets a figure for this tree. Text that cannot be read, or lies beyond its bounds, is refused with words. */
  set(key: RuleKey, text: string): void {
    const value = this.read(key, text);
    const { least, most } = RULE_DEFAULTS[key];
    if (value === undefined) {
      const unit = told(`unit-word.${RULE_DEFAULTS[key].unit}`);
      this.trouble.set({ key, why: told('trouble.not-unit', { typed: text, unit }) });
      return;
    }
    if (value < least || value > most) {
      this.trouble.set({ key, why: told('trouble.bounds', { bounds: this.bounds(key) }) });
      return;
    }
    this.trouble.set(undefined);
    void this.book.record({ kind: 'rules-set', treeId: this.tree.treeId(), rules: { [key]: value } });
  }

  reset(key: RuleKey): void {
    this.trouble.set(undefined);
    void this.book.record({ kind: 'rules-set', treeId: this.tree.treeId(), rules: {}, reset: [key] });
  }

  private figure(state: TreeState, { key, value, from, source }: Limit): Figure {
    const layers = {
      default: told('layer.default'),
      kind: told('layer.kind', { kind: kindCalled(kindFacts(state.record.kind)) }),
      form: told('layer.form'),
      school: told('layer.school', { school: schoolCalled(state.school.id) }),
      site: told('layer.site'),
      tree: told('layer.tree'),
    };
    return {
      ...{ key, about: told(`figure.${key}`), shown: this.words.arg(shown(key, value)), from: layers[from] },
      source: from === 'tree' ? told('source.own') : told(`source.${source}`),
      bounds: this.bounds(key),
      isOwn: from === 'tree',
      learnt: learntOf(state, key, value),
    };
  }

  private bounds(key: RuleKey): Message {
    const { least, most } = RULE_DEFAULTS[key];
    return told('figures.bounds', { least: shown(key, least), most: shown(key, most) });
  }

  private read(key: RuleKey, text: string): number | undefined {
    const { unit } = RULE_DEFAULTS[key];
    if (unit === 'cm' || unit === 'mm') {
      const read = parseReading(text, unit === 'cm' ? 'length' : 'diameter', this.book.units());
      return read.ok ? read.reading.value : undefined;
    }
    const number = /^\s*(\d+(?:\.\d+)?)\s*(?:%|°|GPa|m\/s|weeks?)?\s*$/.exec(text);
    if (!number) return undefined;
    const value = Number(number[1]);
    return unit === 'ratio'
      ? value / 100
      : unit === 'count' || unit === 'seasons'
        ? Math.round(value)
        : value;
  }
}

/** What bends that held and cracked in this yard have made of a figure; undefined where none was told of, or it is another's. */
function learntOf(state: TreeState, key: RuleKey, value: number): Message | undefined {
  const wood = woodOfFigure(key);
  if (!wood) return undefined;
  const { factor, doubt, held, cracked } = learnt(sceneOf(state).bends ?? [], wood, value);
  if (held + cracked === 0) return undefined;
  const percent = (x: number): Arg => told('unit.percent', { n: Math.round(x * 10) / 10 });
  return told('figures.learnt', {
    ...{ held, cracked, now: percent(value * factor) },
    ...{ from: percent(value * factor * Math.exp(-doubt)), to: percent(value * factor * Math.exp(doubt)) },
  });
}

/** A figure in its own unit. */
const shown = (key: RuleKey, value: number): Arg => figureTold(value, RULE_DEFAULTS[key].unit);

/** What a site says that the judgement rests on, line by line. */
function siteLines({ site }: TreeState): Record<SiteLine, Arg> {
  const sectors = site.clearance.map(({ fromDeg, toDeg, heightCm, why }) =>
    told('line.clearance', { height: cm(heightCm), from: deg(fromDeg), to: deg(toDeg), why }),
  );
  return {
    reach: cm(site.reachCm),
    clearance: sectors.length > 0 ? list(sectors) : told('line.none'),
    wall: site.wallBearingDeg === undefined ? told('line.no-wall') : deg(site.wallBearingDeg),
    light: told(`light.${site.light ?? 'full'}`),
    hot: told(site.hot ? 'line.yes' : 'line.no'),
  };
}

/** What is known of a tree itself that the judgement rests on. */
function treeLines({ record, leaderFailures }: TreeState): Record<TreeLine, Arg> {
  return {
    union: record.ownRooted ? told('line.own-rooted') : cm(record.unionCm),
    stock: record.stockVigour ? told(`stock.${record.stockVigour}`) : told('line.none'),
    room: record.roomCm === undefined ? told('line.none') : cm(record.roomCm),
    roots: record.cameAs ? told(`came.${record.cameAs}`) : told('line.none'),
    leaders: leaderFailures,
  };
}
