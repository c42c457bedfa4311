import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import {
  compassCalled,
  day,
  formCalled,
  formOf,
  holdOffTold,
  schoolCalled,
  share,
  kitFor,
  layOut,
  minutesFor,
  sceneOf,
  mindedOf,
  withDescendants,
  workLines,
  type Judgement,
  type TreeState,
  type WorkLine,
  wallBearing,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { cardElevation, cardPlan, widestFrom, type CardPicture } from '../drawing/card-drawing';
import { cardSheet } from './card-sheet';
import { Say } from '../words/told';
import { download } from '../shell/download';
import { Words } from '../words/words';
import { kitParts } from './kit-words';
import { saidOnce } from './said-once';

/** Ruled lines left for notes. */
const NOTE_LINES = 3;

/** One tree's work on a page to carry out: drawings with numbers, a line for each act, a box to tick, room for notes. */
@Component({
  selector: 'eb-work-card',
  imports: [Say],
  templateUrl: './work-card.html',
  styleUrls: ['./card.scss', './work-card.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkCard {
  readonly state = input.required<TreeState>();
  readonly judged = input.required<Judgement>();
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private readonly elevation = viewChild.required<ElementRef<HTMLElement>>('elevation');
  private readonly above = viewChild.required<ElementRef<HTMLElement>>('above');
  readonly noteLines = Array.from({ length: NOTE_LINES });

  private readonly scene = computed(() => sceneOf(this.state()));

  readonly lines = computed<WorkLine[]>(() => workLines(this.scene(), this.judged()));

  /** The lines, each caution once, at the first act it belongs to. */
  readonly told = computed(() => {
    return saidOnce(this.lines(), this.words).map(({ line, caution, holds }) => {
      return {
        ...{ number: line.number, kind: line.act.kind, tag: line.tag ?? this.words.say('card.new') },
        ...{ where: line.where && this.words.tell(line.where), words: this.words.tell(line.words) },
        why: this.whyOf(line),
        tool: line.tool && this.words.say(`tool.${line.tool}`),
        ...{ caution, holds },
      };
    });
  });

  /** Why, in a few words, and whether to leave it where in doubt. */
  private whyOf({ why, isNear }: WorkLine): string | undefined {
    const parts = [
      ...(why ? [this.words.tell(why)] : []),
      ...(isNear ? [this.words.say('brief.unsure')] : []),
    ];
    return parts.length > 0 ? parts.join('; ') : undefined;
  }

  /** Limbs and leader that stay, by the name on their tag. */
  private readonly stays = computed(() => {
    const tags = new Map(this.state().tree.stems.map(({ id, tag }) => [id, tag]));
    return Object.values(this.judged().verdicts)
      .filter(({ decision }) => decision === 'scaffold' || decision === 'leader')
      .map(({ stemId }) => ({ stemId, tag: tags.get(stemId) ?? stemId }));
  });

  readonly head = computed(() => {
    const { record, site, form, visitedOn } = this.state();
    const minutes = Math.round(minutesFor(this.scene(), this.judged().plan.acts));
    const { plan, holdOff } = this.judged();
    const held = holdOff && this.words.tell(holdOffTold(holdOff));
    return {
      name: record.name,
      what: this.words.treeOf(record),
      where: site.name,
      toward: this.words.tell(formCalled(form)),
      read: visitedOn ? this.words.say('card.read', { day: day(visitedOn) }) : '',
      minutes,
      held,
      school: this.words.tell(schoolCalled(this.state().school.id)),
      kit: this.words.line(kitParts(kitFor(this.scene(), plan.acts))),
      stays: this.words.arg({ list: this.stays().map(({ tag }) => ({ tag })) }),
      minded: mindedOf(plan)
        .map((note) => this.words.tell(note))
        .filter((note) => note !== held),
      share: this.words.say('card.share', {
        wood: share(plan.account.wood),
        shoots: share(plan.account.shoots),
      }),
    };
  });

  readonly picture = computed<CardPicture>(() => {
    const { tree } = this.state();
    const out = this.judged().plan.acts.flatMap((act) => (act.kind === 'take-out' ? [act.stemId] : []));
    const gone = new Set(out.flatMap((id) => [...withDescendants(tree, id)]));
    const afterIds = new Set(this.judged().plan.after.stems.map(({ id }) => id));
    for (const { id } of tree.stems) if (!afterIds.has(id)) gone.add(id);
    const { trunk } = layOut(tree);
    const stays = this.stays().filter(({ stemId }) => stemId !== trunk?.id);
    return { laid: layOut(tree), lines: this.lines(), gone, stays };
  });

  readonly standingDeg = computed(() => {
    const { form, site } = this.state();
    return formOf(form)?.needsWall ? (wallBearing(site) + 90) % 360 : widestFrom(this.picture().laid);
  });

  /** The side the tree is drawn from. */
  readonly from = computed(() => ({ way: compassCalled(this.standingDeg()) }));

  constructor() {
    effect(() => {
      const picture = this.picture();
      this.elevation().nativeElement.replaceChildren(
        cardElevation(picture, this.standingDeg(), 460, 400, this.book.units(), this.words),
      );
      this.above().nativeElement.replaceChildren(cardPlan(picture, 260, this.words));
    });
  }

  /** The card as an SVG file of its own. */
  saveSvg(): void {
    const text = cardSheet(
      this.head(),
      this.told(),
      this.picture(),
      this.standingDeg(),
      this.book.units(),
      this.words,
    );
    download(`${this.state().record.id}-card.svg`, text, 'image/svg+xml');
  }
}
