import type { BookEvent, Message, Units, Yard, YardParts } from '../../../../core';
import type { DraftCell, KeptWeather } from './book-db';

/** The yard as it was before the last import, and the events that the import brought. */
export type Before = Required<Omit<YardParts, 'photos'>> & { brought: ReadonlySet<string> };

/** Where a yard stands: among those that are open to one, put away, or thrown away and still there. */
export type Stands = 'open' | 'away' | 'thrown';

/** A yard as it stands among the others. */
export interface ShelvedYard extends Pick<Yard, 'id' | 'name'> {
  stands: Stands;
}

export interface BookState {
  kind: 'opening' | 'open' | 'failed';
  failure: string;
  yards: readonly ShelvedYard[];
  yard: Yard;
  events: readonly BookEvent[];
  cells: readonly DraftCell[];
  /** Weather of its sites. */
  weather: readonly KeptWeather[];
  units: Units;
  device: string;
  /** Today, ISO: trees are looked at as they are on it. */
  day: string;
  /** What the store itself has to say, such as that it waits for another tab. */
  news: Message | undefined;
  /** Kept until something is written after the import. */
  before: Before | undefined;
  /** Half-typed readings last thrown away, until something is typed after. */
  thrown: readonly DraftCell[];
}

export const CLOSED_BOOK: BookState = {
  kind: 'opening',
  failure: '',
  yards: [],
  yard: { id: '', name: '', sites: [] },
  events: [],
  cells: [],
  weather: [],
  units: 'metric',
  device: '',
  day: '',
  news: undefined,
  before: undefined,
  thrown: [],
};
