import { computed, inject, Injectable, InjectionToken } from '@angular/core';
import {
  ENGLISH,
  tellerIn,
  told,
  type Arg,
  type Args,
  type Catalogue,
  type Message,
  type MessageCode,
  type TreeRecord,
} from '../../../../core';
import { BookStore } from '../book/book-store';

/** The language the program speaks. */
export const CATALOGUE = new InjectionToken<Catalogue>('the catalogue of messages', {
  factory: () => ENGLISH,
});

/** Tells messages in the language of the page and in the grower's units. */
@Injectable()
export class Words {
  private readonly book = inject(BookStore);
  private readonly catalogue = inject(CATALOGUE);
  /** How things are told now; another one when the units change. */
  readonly teller = computed(() => tellerIn(this.catalogue, this.book.units()));

  tell(message: Message): string {
    return this.teller()(message);
  }

  say(code: MessageCode, args?: Args): string {
    return this.teller()(told(code, args));
  }

  /** One figure, day, stem or list by itself. */
  arg(arg: Arg): string {
    return this.teller().arg(arg);
  }

  /** A day as its month and year, for a narrow place: `Nov 26`. */
  month(isoDate: string): string {
    const format = new Intl.DateTimeFormat(this.catalogue.locale, {
      ...{ month: 'short', year: '2-digit', timeZone: 'UTC' },
    });
    return this.say('date.month', { month: format.format(Date.parse(`${isoDate}T00:00:00Z`)) });
  }

  /** A month by its short name, for an axis: `Nov`. */
  monthShort(isoDate: string): string {
    const format = new Intl.DateTimeFormat(this.catalogue.locale, { month: 'short', timeZone: 'UTC' });
    return this.say('date.month', { month: format.format(Date.parse(`${isoDate}T00:00:00Z`)) });
  }

  /** What grows there: the kind, and the variety where it has one. */
  treeOf({ kind, variety }: Pick<TreeRecord, 'kind' | 'variety'>): string {
    const called = told(`kind.${kind}`);
    return variety ? this.say('tree.kind-variety', { kind: called, variety }) : this.tell(called);
  }

  /** Several things in a list, or other words where there are none. */
  either(parts: readonly Message[], none: MessageCode): string {
    return parts.length > 0 ? this.arg({ list: parts }) : this.say(none);
  }

  /** Several things said one after another, with semicolons. */
  line(parts: readonly Message[]): string {
    const [first, ...rest] = parts;
    if (!first) return '';
    return rest.length === 0
      ? this.tell(first)
      : this.say('list.semicolons', { first, rest: this.line(rest) });
  }
}
