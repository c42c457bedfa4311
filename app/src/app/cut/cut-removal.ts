import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  BENCH_CM,
  bearingDifference,
  callusTold,
  cm,
  deg,
  mm,
  PEG_CM,
  placeOf,
  told,
  type Message,
} from '../../../../core';
import { OtherWounds } from '../bench/other-wounds';
import { BookStore } from '../book/book-store';
import { sceneWithCallus } from '../tree/callus-of';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { CollarCloseUp } from './collar-close-up';
import { HALF_WIDTH } from './cut-after';
import { CutStore } from './cut-store';

/** A limb to be made stands in the room of one that goes within this bearing of it; one that stays is next to it within the second, deg. */
const ITS_ROOM_DEG = 45;
const NEXT_TO_DEG = 60;

/** The cut that takes a limb off altogether: where, how, how it closes, and what fills its room. */
@Component({
  selector: 'eb-cut-removal',
  imports: [Say, Told, CollarCloseUp, TreeSilhouette, OtherWounds],
  templateUrl: './cut-removal.html',
  styleUrl: './cut-parts.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutRemoval {
  readonly cut = inject(CutStore);
  private readonly book = inject(BookStore);
  readonly tree = inject(TreeStore);
  readonly fullCm = computed(() => this.tree.extent()?.heightCm ?? 190);
  readonly halfWidth = HALF_WIDTH;

  readonly act = computed(() => {
    const act = this.tree
      .judged()
      ?.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.cut.stemId());
    return act?.kind === 'take-out' ? act : undefined;
  });

  private readonly scene = computed(() => {
    const state = this.tree.state();
    return state && sceneWithCallus(this.book.read(), state);
  });

  readonly place = computed(() => {
    const [scene, act] = [this.scene(), this.act()];
    return scene && act && placeOf(scene, act);
  });

  readonly lines = computed<Message[]>(() => {
    const [place, callus] = [this.place(), this.scene()?.callus];
    if (!place) return [];
    const { flushYears, flushMm, pegYears } = place;
    const thickAndTool = { thick: mm(place.diameterMm), tool: told(`tool.${place.tool}`) };
    return [
      told(place.isInThree ? 'cut.removal.three' : 'cut.removal', thickAndTool),
      this.act()?.how === 'bench' ? told('cut.bench', { stub: cm(BENCH_CM) }) : told('cut.collar'),
      told('cut.wound-closes', { seasons: place.closesYears }),
      ...(callus ? [callusTold(callus)] : []),
      ...(flushYears !== undefined && flushMm !== undefined
        ? [told('cut.flush', { long: mm(flushMm), seasons: flushYears })]
        : []),
      ...(pegYears === undefined ? [] : [told('cut.peg', { peg: cm(PEG_CM), seasons: pegYears })]),
    ];
  });

  /** What stands in the room of a limb that goes, and when. */
  readonly fills = computed<{ words: Message; by: string | undefined }>(() => {
    const [judged, stem] = [this.tree.judged(), this.cut.stem()];
    const stems = this.tree.state()?.tree.stems ?? [];
    const bearing = stem?.shape.runBearing.value ?? 0;
    const near = (judged?.chosen.limbs ?? [])
      .filter(({ role }) => role === 'scaffold')
      .flatMap(({ stemId }) => stems.find(({ id }) => id === stemId) ?? [])
      .map((limb) => ({ limb, turn: bearingDifference(limb.shape.runBearing.value, bearing) }))
      .sort((a, b) => a.turn - b.turn)[0];
    const made = judged?.plan.acts.find(
      (act) => act.kind === 'make-limb' && bearingDifference(act.bearingDeg, bearing) < ITS_ROOM_DEG,
    );
    if (made?.kind === 'make-limb')
      return { words: told('fills.new', { height: cm(made.heightCm) }), by: undefined };
    if (!near) return { words: told('fills.nothing'), by: undefined };
    const { limb, turn } = near;
    const args = { limb: { tag: limb.tag }, turn: deg(turn) };
    return { words: told(turn < NEXT_TO_DEG ? 'fills.near' : 'fills.far', args), by: limb.id };
  });
}
