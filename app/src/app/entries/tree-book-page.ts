import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { bodyOf, told, waysOf, type Message, type PlainEvent, type StemId } from '../../../../core';
import { BookStore } from '../book/book-store';
import { DayField } from '../fields/day-field';
import { NoSuchTree } from '../tree/no-such-tree';
import { PhotoTaken } from './photo-taken';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';

/** One entry of a tree's book as it is listed. */
interface Entry {
  event: PlainEvent;
  words: Message;
  /** What is written, where it is a note, and the limb a note or a photograph is about. */
  note: string | undefined;
  limb: string | undefined;
}

/** What an entry is called in a list: a visit says how much it read. */
function listed(event: PlainEvent, words: Message): Message {
  if (event.kind === 'note') return told('entries.note');
  return event.kind === 'visit'
    ? told('entries.measured', { limbs: Object.keys(event.stems).length })
    : words;
}

/** A tree's book: every visit, work and note on its day, the last first. A day can be set right, an entry taken back. */
@Component({
  selector: 'eb-tree-book-page',
  imports: [DayField, NoSuchTree, PhotoTaken, RouterLink, Say, Told],
  templateUrl: './tree-book-page.html',
  styleUrl: './tree-book-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TreeBookPage {
  private readonly tree = inject(TreeStore);
  readonly book = inject(BookStore);
  readonly state = this.tree.state;
  readonly treeId = this.tree.treeId;
  readonly day = signal(this.book.today());
  /** The limb one came from, which a note is about unless it is said otherwise. */
  readonly about = inject(ActivatedRoute).snapshot.queryParamMap.get('limb') ?? '';

  readonly entries = computed<Entry[]>(() => {
    const events = this.book.read().eventsOf.get(this.treeId()) ?? [];
    return events
      .flatMap((event): Entry[] => {
        const words = waysOf(event.kind).told?.(event);
        if (!words) return [];
        const note = event.kind === 'note' ? event : undefined;
        const about = event.kind === 'note' || event.kind === 'photo' ? event.stemId : undefined;
        const limb = about === undefined ? undefined : this.tree.tagOf(about);
        return [{ event, words: listed(event, words), note: note?.text, limb }];
      })
      .reverse();
  });
  readonly limbs = computed(() => this.state()?.tree.stems.map(({ id, tag }) => ({ id, tag })) ?? []);

  async write(box: HTMLTextAreaElement, stemId: StemId): Promise<void> {
    const text = box.value.trim();
    if (text === '') return;
    const about = stemId === '' ? {} : { stemId };
    if (await this.book.record({ kind: 'note', treeId: this.treeId(), text, ...about }, this.day()))
      box.value = '';
  }

  /** Sets an entry's day right: it falls into its place, and the tree follows. */
  move({ event }: Entry, day: string): void {
    void this.book.record({ kind: 'amend', target: event.id, body: bodyOf(event), day });
  }

  reword({ event }: Entry, text: string): void {
    if (event.kind !== 'note' || text.trim() === '' || text.trim() === event.text) return;
    const body = { ...bodyOf(event), text: text.trim() } as PlainEvent & { kind: 'note' };
    void this.book.record({ kind: 'amend', target: event.id, body });
  }

  takeBack({ event }: Entry): void {
    void this.book.record({ kind: 'withdraw', target: event.id });
  }
}
