import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  cm,
  comesBackDeg,
  daysTold,
  fixedTo,
  FIXINGS,
  HOLDS_BEND,
  told,
  type EventBody,
  type Fixed,
  type Fixing,
  type FixingKind,
  type Message,
  type Stem,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { DayField } from '../../fields/day-field';
import { MeasureField } from '../../fields/measure-field';
import { keptFor } from '../../shell/kept-for';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

/** A thing fixed to the limb as it is listed. */
interface Listed {
  fixing: Fixing;
  /** Its days; undefined for a label, which has none. */
  fixed: Fixed | undefined;
  where: Message | undefined;
  days: Message[];
}

const MOST_CM = 1500;

/** What is fixed to the limb in hand, with its days: looked at, made wider, let go; put on record by the grower's word; and a crack. */
@Component({
  selector: 'eb-limb-fixings',
  imports: [DayField, MeasureField, Say, Told],
  templateUrl: './limb-fixings.html',
  styleUrl: './limb-fixings.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbFixings {
  readonly stem = input.required<Stem>();
  private readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);
  private readonly book = inject(BookStore);

  private readonly id = (): string => this.stem().id;
  readonly kinds = FIXINGS;
  readonly mostCm = computed(() => Math.min(MOST_CM, this.stem().length.value));

  readonly listed = computed<Listed[]>(() => {
    const scene = this.hand.scene();
    if (!scene) return [];
    const days = fixedTo(scene).filter(({ stem }) => stem.id === this.stem().id);
    return (this.stem().fixings ?? []).map((fixing) => {
      const fixed = days.find((one) => isSame(one.fixing, fixing));
      return { fixing, fixed, where: whereOf(fixing), days: fixed ? daysTold(fixed) : [] };
    });
  });

  /** The thing that is being let go, and the angle the limb came back to, deg. */
  readonly letting = keptFor(this.id, (): Fixing | undefined => undefined);
  readonly backToDeg = keptFor(
    () => this.letting(),
    (): number | undefined => undefined,
  );
  readonly expectedDeg = computed(() => {
    const [scene, fixing] = [this.hand.scene(), this.letting()];
    const back = scene && fixing && comesBackDeg(scene, this.stem(), fixing);
    return back === undefined ? undefined : Math.round(back);
  });

  /** A thing being put on record. */
  readonly newWhat = keptFor(this.id, (): FixingKind => 'tie');
  readonly newAtCm = keptFor(this.id, (): number | undefined => undefined);
  readonly newSince = keptFor(
    () => this.bench.on(),
    (on) => on,
  );
  readonly crackCm = keptFor(this.id, (): number | undefined => 0);

  holdsBend = ({ what }: Fixing): boolean => HOLDS_BEND.includes(what);

  /** Looked at and well, or with its loop made to a width, mm. */
  lookedAt({ what, atCm }: Fixing, loopMm?: number): void {
    this.write({
      ...{ kind: 'looked-at', treeId: this.bench.treeId(), stemId: this.stem().id, what },
      ...(atCm !== undefined && { atCm }),
      ...(loopMm !== undefined && { loopMm }),
    });
  }

  putOn(to: string): void {
    const atCm = this.newAtCm();
    const fixing: Fixing = {
      ...{ what: this.newWhat(), since: this.newSince() },
      ...(atCm !== undefined && { atCm }),
      ...(to.trim() !== '' && { to: to.trim() }),
    };
    this.write({ kind: 'put-on', treeId: this.bench.treeId(), stemId: this.stem().id, fixing });
    this.newAtCm.set(undefined);
  }

  /** Takes off what holds no bend, or lets a bent limb go and says whether what held it stays off. */
  letGo(fixing: Fixing, staysOff: boolean): void {
    const { what, atCm, toDeg, strainPercent, wood } = fixing;
    const [backToDeg, expectedDeg] = [this.backToDeg(), this.expectedDeg()];
    const heldDeg = toDeg ?? this.stem().shape.run.value;
    this.write({
      ...{ kind: 'let-go', treeId: this.bench.treeId(), stemId: this.stem().id, what, staysOff },
      ...(atCm !== undefined && { atCm }),
      ...(backToDeg !== undefined && { heldDeg, backToDeg }),
      ...(expectedDeg !== undefined && { expectedDeg }),
      ...(strainPercent !== undefined && wood && { strained: { strainPercent, wood } }),
    });
    this.letting.set(undefined);
  }

  cracked(): void {
    const asked = (this.stem().fixings ?? []).find(({ strainPercent }) => strainPercent !== undefined);
    const planned = (this.bench.judged()?.plan.acts ?? []).find(
      (act) => act.kind === 'bend' && act.stemId === this.stem().id,
    );
    const held = planned?.kind === 'bend' ? planned.held : undefined;
    const { strainPercent, wood } = asked ?? held ?? {};
    this.write({
      ...{ kind: 'cracked', treeId: this.bench.treeId(), stemId: this.stem().id, atCm: this.crackCm() ?? 0 },
      ...(strainPercent !== undefined && wood && { strained: { strainPercent, wood } }),
    });
  }

  private write(body: EventBody): void {
    void this.book.record(body, this.bench.on());
  }
}

const isSame = (a: Fixing, b: Fixing): boolean =>
  a.what === b.what && a.atCm === b.atCm && a.since === b.since;

/** Where it sits and what it is made fast to; undefined where neither is on record. */
function whereOf({ atCm, to, means }: Fixing): Message | undefined {
  const fast = means
    ? told(`means.${means}`)
    : to === undefined
      ? undefined
      : told('as-written', { words: to });
  if (atCm === undefined) return fast && told('fixed.to', { to: fast });
  return fast ? told('fixed.at-to', { at: cm(atCm), to: fast }) : told('fixed.at', { at: cm(atCm) });
}
