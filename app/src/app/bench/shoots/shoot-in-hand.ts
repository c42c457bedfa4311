import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  cm,
  compassCalled,
  day,
  LEAF_BREADTHS,
  SHOOT_LOOKS,
  SHOOT_ROLES,
  share,
  shootActCalled,
  told,
  type Message,
  type Shoot,
  type ShootRead,
  type ShootVerdict,
} from '../../../../../core';
import { MeasureField } from '../../fields/measure-field';
import { ReasonTold } from '../../words/reason-told';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { ShootStore } from './shoot-store';

/** Lengths a tap adds, cm; sides and angles a tap sets, deg. */
const STEPS_CM = [-5, -1, 1, 5];
const SIDES_DEG = [0, 45, 90, 135, 180, 225, 270, 315];
const ANGLES = [
  { deg: 20, code: 'shoot.angle.upright' },
  { deg: 45, code: 'shoot.angle.slanting' },
  { deg: 75, code: 'shoot.angle.flat' },
] as const;
/** A rate is told by the week. */
const WEEK = 7;

/** One shoot in leaf: read by taps, with the verdict on it, what it grows, and ticking what was done. */
@Component({
  selector: 'eb-shoot-in-hand',
  imports: [MeasureField, ReasonTold, Say, Told],
  templateUrl: './shoot-in-hand.html',
  styleUrl: './shoot-in-hand.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShootInHand {
  readonly verdict = input.required<ShootVerdict>();
  readonly bench = inject(BenchStore);
  private readonly store = inject(ShootStore);

  readonly steps = STEPS_CM;
  readonly sides = SIDES_DEG.map((deg) => ({ deg, called: compassCalled(deg) }));
  readonly angles = ANGLES;
  readonly roles = SHOOT_ROLES;
  readonly looks = SHOOT_LOOKS;
  readonly leaves = LEAF_BREADTHS;

  readonly shoot = computed(() => this.verdict().shoot);
  readonly isSoft = computed(() => this.shoot().onStem !== undefined);
  readonly isHot = computed(() => this.bench.state()?.site.hot ?? false);
  /** Shoots that are chosen for a place, which this one may be a spare for. */
  readonly chosen = computed(() =>
    this.store.shoots().filter(({ role, shoot }) => role === 'chosen' && shoot !== this.shoot().shoot),
  );
  readonly wasTipped = computed(() => this.shoot().done.some(({ act }) => act === 'tip' || act === 'pinch'));

  /** How fast it grows, what it reaches next, and when. */
  readonly grows = computed<Message[]>(() => {
    const { rate, reach } = this.verdict();
    return [
      ...(rate ? [told('shoot.rate', { rate: cm(Math.round(rate.cmPerDay * WEEK * 10) / 10) })] : []),
      ...(reach
        ? [
            reach.on
              ? told('shoot.reaches', {
                  length: cm(reach.targetCm),
                  on: day(reach.on),
                  chance: share(reach.chance),
                })
              : told('shoot.never', { length: cm(reach.targetCm), chance: share(reach.chance) }),
          ]
        : []),
    ];
  });

  stepTold(by: number): Message {
    return told(by > 0 ? 'shoot.longer' : 'shoot.shorter', { by: cm(Math.abs(by)) });
  }

  does(): Message {
    return shootActCalled(this.verdict().act);
  }

  longer(by: number): void {
    this.add('lengthCm', by);
  }

  forks(by: number): void {
    this.add('forks', by);
  }

  /** Adds to what is read by now: two quick taps add twice. */
  private add(field: 'lengthCm' | 'forks', by: number): void {
    const { shoot } = this.shoot();
    const more = (now: readonly Shoot[]): ShootRead => {
      const before = now.find((one) => one.shoot === shoot)?.[field] ?? 0;
      return { shoot, [field]: Math.max(0, before + by) };
    };
    void this.store.read(more, this.bench.on());
  }

  read(more: Omit<ShootRead, 'shoot'>): void {
    void this.store.read({ shoot: this.shoot().shoot, ...more }, this.bench.on());
  }

  lengthGiven(lengthCm: number | undefined): void {
    if (lengthCm !== undefined) this.read({ lengthCm });
  }

  atGiven(atCm: number | undefined): void {
    if (atCm !== undefined) this.read({ atCm });
  }

  done(): void {
    const { ticked } = this.verdict();
    if (ticked) void this.store.done(this.shoot().shoot, ticked, this.bench.on());
  }

  async strike(): Promise<void> {
    await this.store.read({ shoot: this.shoot().shoot, isNone: true }, this.bench.on());
    this.bench.take(undefined);
  }
}
