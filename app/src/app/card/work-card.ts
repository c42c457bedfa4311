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
import { format, parseISO } from 'date-fns';
import {
  compassWord,
  FORM_NAMES,
  kindFacts,
  kitFor,
  layOut,
  minutesFor,
  sayIn,
  sceneOf,
  withDescendants,
  workLines,
  type Judgement,
  type TreeState,
  type WorkLine,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { cardElevation, cardPlan, widestFrom, type CardPicture } from '../drawing/card-drawing';
import { cardSheet } from './card-sheet';
import { kitWords } from './kit-words';

/** Ruled lines left for notes. */
const NOTE_LINES = 3;

/** One tree's work on a page to carry out: drawings with numbers, a line for each act, a box to tick, room for notes. */
@Component({
  selector: 'eb-work-card',
  templateUrl: './work-card.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkCard {
  readonly state = input.required<TreeState>();
  readonly judged = input.required<Judgement>();
  private readonly book = inject(BookStore);
  private readonly elevation = viewChild.required<ElementRef<HTMLElement>>('elevation');
  private readonly above = viewChild.required<ElementRef<HTMLElement>>('above');
  readonly noteLines = Array.from({ length: NOTE_LINES });

  private readonly scene = computed(() => sceneOf(this.state()));

  readonly lines = computed<WorkLine[]>(() =>
    workLines(this.scene(), this.judged().plan.acts, sayIn(this.book.units(), this.state().tree)),
  );

  /** The lines, each caution once, at the first act it belongs to. */
  readonly told = computed(() => {
    const said = new Set<string>();
    return this.lines().map((line) => {
      const cautions = line.cautions.filter((words) => !said.has(words));
      for (const words of cautions) said.add(words);
      return { ...line, caution: cautions.length > 0 ? cautions.join(' ') : undefined };
    });
  });

  /** Limbs and leader that stay, by the name on their tag. */
  private readonly stays = computed(() => {
    const say = sayIn(this.book.units(), this.state().tree);
    return Object.values(this.judged().verdicts)
      .filter(({ decision }) => decision === 'scaffold' || decision === 'leader')
      .map(({ stemId }) => ({ stemId, tag: say.stem(stemId) }));
  });

  readonly head = computed(() => {
    const { record, site, form, visitedOn } = this.state();
    const minutes = Math.round(minutesFor(this.scene(), this.judged().plan.acts));
    const { plan } = this.judged();
    return {
      name: record.name,
      what: [kindFacts(record.kind).name, record.variety && `‘${record.variety}’`].filter(Boolean).join(' '),
      where: site.name,
      toward: FORM_NAMES[form],
      read: visitedOn ? `read ${format(parseISO(visitedOn), 'd MMM yyyy')}` : '',
      minutes,
      school: this.state().school.name,
      kit: kitWords(kitFor(this.scene(), plan.acts)),
      stays: this.stays()
        .map(({ tag }) => tag)
        .join(', '),
      share: `${Math.round(plan.account.wood * 100)} % of the wood comes to the ground, ${Math.round(plan.account.shoots * 100)} % of the shoots`,
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
    const isFlat = form === 'horizontal-espalier' || form === 'fan';
    return isFlat ? ((site.wallBearingDeg ?? 90) + 90) % 360 : widestFrom(this.picture().laid);
  });

  /** The side the tree is drawn from. */
  readonly from = computed(() => compassWord(this.standingDeg()));

  constructor() {
    effect(() => {
      const picture = this.picture();
      this.elevation().nativeElement.replaceChildren(
        cardElevation(picture, this.standingDeg(), 460, 400, this.book.units()),
      );
      this.above().nativeElement.replaceChildren(cardPlan(picture, 260));
    });
  }

  /** The card as an SVG file of its own. */
  saveSvg(): void {
    const text = cardSheet(this.head(), this.told(), this.picture(), this.standingDeg(), this.book.units());
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
    link.download = `${this.state().record.id}-card.svg`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
}
