import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  answerCalled,
  cautionsFor,
  cm,
  daysTold,
  deg,
  because,
  fixedTo,
  formOf,
  guardCm,
  gustMps,
  kg,
  sceneOf,
  stakedTold,
  stakeFixed,
  stakeHolds,
  stakingOf,
  told,
  type Message,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { NoSuchTree } from '../tree/no-such-tree';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { StakeDrawing } from './stake-drawing';

/** Newton as heavy as a kilogram: a moment in N m over it is so many kg a metre out. */
const N_PER_KG = 9.81;

/** Whether a tree stands by itself; what holds it up, how it is set and until when; and what holds it now. */
@Component({
  selector: 'eb-stake-page',
  imports: [NoSuchTree, RouterLink, Say, StakeDrawing, Told],
  templateUrl: './stake-page.html',
  styleUrl: './stake-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StakePage {
  private readonly tree = inject(TreeStore);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  readonly state = this.tree.state;
  readonly treeId = this.tree.treeId;
  readonly season = this.tree.season;
  readonly extent = this.tree.extent;

  private readonly scene = computed(() => {
    const state = this.state();
    return state && sceneOf(state);
  });
  readonly trunk = computed(() => this.scene()?.laid.trunk);
  readonly isOnWall = computed(() => {
    const state = this.state();
    return (state && formOf(state.form)?.needsWall) ?? false;
  });
  private readonly staking = computed(() => {
    const [scene, trunk] = [this.scene(), this.trunk()];
    return scene && trunk && !this.isOnWall() ? stakingOf(scene, trunk) : undefined;
  });
  readonly how = computed(() => this.staking()?.staked);

  /** What stands there now, with its days. */
  readonly standing = computed(() => {
    const scene = this.scene();
    return (
      scene &&
      fixedTo(scene).find(({ fixing, stem }) => fixing.what === 'stake' && stem.id === this.trunk()?.id)
    );
  });
  readonly standingDays = computed<Message[]>(() => {
    const standing = this.standing();
    return standing ? daysTold(standing) : [];
  });

  /** What it rests on, in numbers. */
  readonly grounds = computed<Message[]>(() => {
    const [scene, staking] = [this.scene(), this.staking()];
    if (!scene || !staking) return [];
    const { slenderness, alone, rootsNm } = staking;
    return [
      told('staking.slender', { n: Math.round(slenderness) }),
      told('staking.lean', { lean: deg(Math.round(alone.leanDeg)) }),
      told('staking.gust', {
        ...{ gust: told('unit.mps', { n: Math.round(gustMps(scene)) }) },
        ...{ foot: kg(alone.footNm / N_PER_KG), roots: kg(rootsNm / N_PER_KG) },
      }),
    ];
  });

  readonly lines = computed<Message[]>(() => {
    const [how, scene, trunk] = [this.how(), this.scene(), this.trunk()];
    if (!how || !scene || !trunk) return [];
    return [stakedTold(how), ...stakeHolds(how)];
  });

  readonly cautions = computed<Message[]>(() => {
    const [how, scene, trunk] = [this.how(), this.scene(), this.trunk()];
    if (!how || !scene || !trunk) return [];
    return cautionsFor(scene, {
      kind: 'stake',
      stemId: trunk.id,
      staked: how,
      reason: because('as-written'),
    });
  });

  /** Which side, and why: by the school, where it is known where the wind comes from. */
  readonly side = computed<Message | undefined>(() => {
    const [how, scene] = [this.how(), this.scene()];
    if (how?.by !== 'stake' || !scene) return undefined;
    const { says, why } = answerCalled('stake', scene.answers.stake);
    return told(how.sideDeg === undefined ? 'staking.no-wind' : 'staking.side', { says, why });
  });

  /** A guard, where animals browse. */
  readonly guard = computed<Message | undefined>(() => {
    const site = this.state()?.site;
    const heightCm = site && guardCm(site);
    return heightCm === undefined ? undefined : told('staking.guard', { height: cm(heightCm) });
  });

  readonly label = computed(() => this.words.say('staking.picture'));

  staked(): void {
    const [trunk, how] = [this.trunk(), this.how()];
    if (!trunk || !how) return;
    const fixing = { ...stakeFixed(how), since: this.book.today() };
    void this.book.record({ kind: 'put-on', treeId: this.treeId(), stemId: trunk.id, fixing });
  }

  lookedAt(): void {
    this.say({ kind: 'looked-at' });
  }

  takenOff(): void {
    this.say({ kind: 'let-go', staysOff: true });
  }

  /** Writes down what was done at the stake that stands. */
  private say(done: { kind: 'looked-at' } | { kind: 'let-go'; staysOff: boolean }): void {
    const [trunk, standing] = [this.trunk(), this.standing()];
    if (!trunk || !standing) return;
    const { what, atCm } = standing.fixing;
    void this.book.record({
      ...{ ...done, treeId: this.treeId(), stemId: trunk.id, what },
      ...(atCm !== undefined && { atCm }),
    });
  }
}
