import { computed, inject, Injectable, signal, type Signal } from '@angular/core';
import {
  formatValue,
  formOf,
  kindFacts,
  parseReading,
  RULE_DEFAULTS,
  RULE_KEYS,
  sceneOf,
  type Limit,
  type RuleKey,
  type TreeState,
} from '../../../../core';
import { BookStore } from '../book/book-store';

/** One figure of a tree, as it is told and set. */
export interface Figure {
  key: RuleKey;
  about: string;
  shown: string;
  from: string;
  source: string;
  bounds: string;
  isOwn: boolean;
}

/** Figures of a tree: what each is, where it comes from, and how it is set for this tree and reset. */
@Injectable()
export class TreeFigures {
  private readonly book = inject(BookStore);
  readonly treeId = signal('');
  readonly trouble = signal<{ key: RuleKey; words: string } | undefined>(undefined);

  readonly state: Signal<TreeState | undefined> = computed(() => this.book.states().get(this.treeId()));

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
      { title: 'What its form stands on', figures: figures(own) },
      { title: 'What limbs and work are measured against', figures: figures(rest) },
    ];
  });

  /** Sets a figure for this tree. Text that cannot be read, or lies beyond its bounds, is refused with words. */
  set(key: RuleKey, text: string): void {
    const value = this.read(key, text);
    const { least, most } = RULE_DEFAULTS[key];
    if (value === undefined) {
      this.trouble.set({ key, words: `“${text}” is not ${this.unitWord(key)}.` });
      return;
    }
    if (value < least || value > most) {
      this.trouble.set({ key, words: `It must be ${this.bounds(key)}.` });
      return;
    }
    this.trouble.set(undefined);
    void this.book.record({ kind: 'rules-set', treeId: this.treeId(), rules: { [key]: value } });
  }

  reset(key: RuleKey): void {
    this.trouble.set(undefined);
    void this.book.record({ kind: 'rules-set', treeId: this.treeId(), rules: {}, reset: [key] });
  }

  private figure(state: TreeState, { key, value, from, source }: Limit): Figure {
    const layers = {
      default: 'usual figure',
      kind: `set for ${kindFacts(state.record.kind).name}`,
      form: 'set by its form',
      school: `set by its school, ${state.school.name}`,
      site: 'set for this site',
      tree: 'set for this tree by you',
    };
    return {
      ...{ key, about: RULE_DEFAULTS[key].about, shown: this.shown(key, value), from: layers[from] },
      ...{
        source: from === 'tree' ? 'your own word' : source,
        bounds: this.bounds(key),
        isOwn: from === 'tree',
      },
    };
  }

  private bounds(key: RuleKey): string {
    const { least, most } = RULE_DEFAULTS[key];
    return `${this.shown(key, least)} to ${this.shown(key, most)}`;
  }

  private shown(key: RuleKey, value: number): string {
    const units = this.book.units();
    switch (RULE_DEFAULTS[key].unit) {
      case 'cm':
        return formatValue(value, 'length', units);
      case 'mm':
        return formatValue(value, 'diameter', units);
      case 'deg':
        return formatValue(value, 'angle', units);
      case 'ratio':
        return `${Math.round(value * 100)} %`;
      default:
        return String(value);
    }
  }

  private unitWord(key: RuleKey): string {
    const words = {
      cm: 'a length',
      mm: 'a thickness',
      deg: 'a number of degrees',
      ratio: 'a percentage',
      count: 'a number',
      seasons: 'a number of seasons',
    };
    return words[RULE_DEFAULTS[key].unit];
  }

  private read(key: RuleKey, text: string): number | undefined {
    const { unit } = RULE_DEFAULTS[key];
    if (unit === 'cm' || unit === 'mm') {
      const read = parseReading(text, unit === 'cm' ? 'length' : 'diameter', this.book.units());
      return read.ok ? read.reading.value : undefined;
    }
    const number = /^\s*(\d+(?:\.\d+)?)\s*(?:%|°)?\s*$/.exec(text);
    if (!number) return undefined;
    const value = Number(number[1]);
    return unit === 'ratio'
      ? value / 100
      : unit === 'count' || unit === 'seasons'
        ? Math.round(value)
        : value;
  }
}
