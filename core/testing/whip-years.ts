import { doneOn } from '../history/events/acts-done';
import type { ShootRead } from '../history/events/shoots-read';
import type { BookEvent, EventBody, Yard } from '../history/events';
import { draftOf, readBook, treeState, type ReadBook, type TreeState } from '../history/tree-at';
import type { TreeRecord } from '../history/tree-record';
import { judge, type Judged } from '../judging/judge';
import { kindFacts, limbAngleDeg } from '../kinds/kinds';
import type { FormId } from '../kinds/form-ids';
import { reading } from '../readings/reading';
import type { SchoolId } from '../schools/schools';
import { budSteps, budWorkOf, headAct } from '../whips/bud-steps';
import type { WhipPlan } from '../whips/whip-plan';
import type { StemReadings } from '../tree/stem-readings';
import { LEVEL_SITE } from './trees';

/** How a whip is set and what grows of it. */
export interface WhipSetting {
  kind: string;
  form: FormId;
  school: SchoolId;
  trunkMm: number;
  /** Thickness of spares over that of chosen shoots. */
  spareShare: number;
  /** Bud spacing, cm: the three of a cluster stand so far apart. */
  spacingCm: number;
  heightCm?: number;
  /** Whether shoots are read in June, each with what it is for, or only as the bud plan has them. */
  isReadInJune?: boolean;
}

/** A whip through its first years, by its book: planted, its buds chosen and ticked, read in leaf and in winter. */
export class WhipYears {
  readonly record: TreeRecord;
  readonly events: BookEvent[] = [];
  plan: WhipPlan | undefined;

  constructor(readonly setting: WhipSetting) {
    const { kind, form } = setting;
    const facts = kindFacts(kind);
    this.record = {
      ...{ id: 't', name: 'T', kind: facts.id, variety: '', unionCm: 10, ownRooted: facts.ownRooted, form },
      ...{ planted: '2026-12-01', place: { eastCm: 0, northCm: 0 } },
    };
    this.write('2026-12-01', { kind: 'school-chosen', treeId: 't', school: setting.school });
    const { heightCm = 170, trunkMm, spacingCm } = setting;
    this.visit('2027-03-01', {
      trunk: {
        ...{ tag: 'trunk', parent: { kind: 'ground', eastCm: 0, northCm: 0 } },
        bearing: reading('bearing', 0, 'gauge'),
        angle: reading('angle', 0, 'gauge'),
        length: reading('length', heightCm, 'tape'),
        diameter: reading('diameter', trunkMm * 0.6, 'caliper'),
      },
    });
    const buds = { firstCm: 15, spacingCm, facings: [{ bud: 4, bearingDeg: 90 }] };
    this.write('2027-03-01', { kind: 'buds-read', treeId: 't', buds });
  }

  write(happenedOn: string, body: EventBody): void {
    const n = this.events.length + 1;
    const envelope = {
      id: `e${n}`,
      device: 'd',
      sequence: n,
      clock: n,
      recordedAt: '2026-01-01T00:00:00.000Z',
    };
    this.events.push({ ...envelope, happenedOn, ruleSet: '2026.1', ...body });
  }

  visit(on: string, stems: Record<string, StemReadings>): void {
    this.write(on, { kind: 'visit', treeId: 't', stems });
  }

  on(today: string): TreeState {
    return treeState(this.read(), 't', { today }) as TreeState;
  }

  private read(): ReadBook {
    const yard: Yard = { id: 'y', name: 'Y', sites: [{ ...LEVEL_SITE, trees: [this.record] }] };
    return readBook({ yard, events: this.events });
  }

  judged(today: string): Judged {
    return judge(this.on(today), { withPrices: false });
  }

  /** Ticks every step of the bud plan in March. */
  tickBuds(): this {
    const judged = this.judged('2027-03-01');
    if (judged.kind !== 'whip') throw new Error(judged.kind);
    this.plan = judged.whip;
    const steps = budSteps(this.plan);
    this.write('2027-03-01', {
      kind: 'bud-work',
      treeId: 't',
      ...budWorkOf(this.setting.form, this.plan, steps),
    });
    const head = headAct(this.on('2027-03-01'), this.plan);
    if (head) {
      const draft = draftOf(this.record, this.read().eventsOf.get('t') ?? []);
      this.write('2027-03-01', doneOn('t', draft, [head]));
    }
    return this;
  }

  /** The shoots that come of the buds that were left. */
  grown(): { id: string; bud: WhipPlan['buds'][number]; isSpare: boolean }[] {
    return (this.plan?.buds ?? [])
      .filter(({ role, isBlind }) => (role === 'chosen' || role === 'insurance') && !isBlind)
      .map((bud) => ({ id: `s${bud.bud}`, bud, isSpare: bud.role === 'insurance' }));
  }

  readInJune(): this {
    const { plan } = this;
    const shoots = this.grown().map(({ id, bud, isSpare }): ShootRead => ({
      ...{
        shoot: id,
        onStem: 'trunk',
        atCm: bud.heightCm,
        bearingDeg: bud.bearingDeg,
        angleDeg: 45,
        lengthCm: 18,
      },
      role: isSpare ? 'spare' : plan?.limbs.some((limb) => limb.bud === bud.bud) ? 'chosen' : 'leader',
      ...(bud.spareFor !== undefined && { spareFor: `s${bud.spareFor}` }),
    }));
    this.write('2027-06-10', { kind: 'shoots-read', treeId: 't', shoots });
    return this;
  }

  /** Read in the first winter: chosen shoots of 11 mm and 85 cm, spares by their share; read a little off, where `off` says so. */
  readInWinter({
    lost = [],
    off = () => 0,
  }: { lost?: readonly string[]; off?: (i: number) => number } = {}): this {
    const { trunkMm, spareShare, kind, isReadInJune } = this.setting;
    const angle = limbAngleDeg(kindFacts(kind));
    const limbs = this.grown()
      .filter(({ id }) => !lost.includes(id))
      .map(({ id, bud, isSpare }, i): [string, StemReadings] => {
        const share = isSpare ? spareShare : 1;
        const isTop = !isSpare && !this.plan?.limbs.some((limb) => limb.bud === bud.bud);
        return [
          isReadInJune ? `2027-${id}` : `w${id}`,
          {
            ...{ tag: id, parent: { kind: 'stem', stemId: 'trunk' } },
            origin: reading('length', bud.heightCm + off(i), 'tape'),
            bearing: reading('bearing', (bud.bearingDeg + 8 * off(i) + 360) % 360, 'compared'),
            angle: reading('angle', isTop ? 8 : angle, 'compared'),
            length: reading('length', 85 * share, 'tape'),
            diameter: reading('diameter', 11 * share, 'caliper'),
            growthCm: { 2027: 85 * share },
          },
        ];
      });
    const trunk = this.on('2027-12-10').tree.stems[0];
    const isHeaded = trunk?.headed ?? false;
    const grew = isHeaded ? 0 : 60;
    this.visit('2027-12-10', {
      trunk: {
        diameter: reading('diameter', trunkMm, 'caliper'),
        length: reading('length', (trunk?.length.value ?? 170) + grew, 'tape'),
        ...(!isHeaded && { growthCm: { 2027: 60 } }),
      },
      ...Object.fromEntries(limbs),
    });
    return this;
  }
}
