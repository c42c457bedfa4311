import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap';
import {
  isAwaited,
  mayDiffer,
  reallyDone,
  UNDONE_WHY,
  type Otherwise,
  type PlannedAct,
  type UndoneWhy,
} from '../../../../core';
import { MeasureField } from '../fields/measure-field';
import { keptFor } from '../shell/kept-for';
import { Say } from '../words/told';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';

/** One act of the plan ticked: done as planned, done otherwise, or not done and why. The tree follows from what was done. */
@Component({
  selector: 'eb-act-tick',
  imports: [MeasureField, NgbDropdownModule, Say],
  templateUrl: './act-tick.html',
  styleUrl: './act-tick.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ActTick {
  readonly act = input.required<PlannedAct>();
  private readonly bench = inject(BenchStore);
  private readonly work = inject(BenchWork);

  readonly whys = UNDONE_WHY;
  private readonly id = (): string => this.act().id;
  readonly isOpen = keptFor(this.id, () => false);
  readonly by = signal('');
  /** What was done otherwise, as far as it was typed; the rest is as planned. */
  private readonly typed = keptFor(this.id, (): Otherwise => ({}));
  readonly toLengthCm = computed(() => {
    const act = this.act();
    return this.typed().toLengthCm ?? (act.kind === 'shorten' ? act.toLengthCm : undefined);
  });
  readonly toDeg = computed(() => {
    const act = this.act();
    return this.typed().toDeg ?? (act.kind === 'bend' || act.kind === 'spread' ? act.toDeg : undefined);
  });
  readonly stemId = computed(() => {
    const act = this.act();
    return this.typed().stemId ?? ('stemId' in act ? act.stemId : undefined);
  });

  readonly differs = computed(() => mayDiffer(this.act()));
  readonly stems = computed(() => this.bench.state()?.tree.stems ?? []);
  /** What is still to grow is no work to tick. */
  readonly canBeDone = computed(() => !isAwaited(this.act()));

  differ(otherwise: { [K in keyof Otherwise]: Otherwise[K] | undefined }): void {
    const given = Object.entries(otherwise).filter(([, value]) => value !== undefined);
    this.typed.update((typed) => ({ ...typed, ...(Object.fromEntries(given) as Otherwise) }));
  }

  asPlanned(): void {
    void this.work.actDone(this.act());
  }

  otherwise(): void {
    const [toLengthCm, toDeg, stemId] = [this.toLengthCm(), this.toDeg(), this.stemId()];
    const done = reallyDone(this.act(), {
      ...(toLengthCm !== undefined && { toLengthCm }),
      ...(toDeg !== undefined && { toDeg }),
      ...(stemId !== undefined && { stemId }),
    });
    void this.work.actDone(done, this.by().trim() || undefined);
  }

  left(why: UndoneWhy): void {
    void this.work.actLeft(this.act(), why);
  }
}
