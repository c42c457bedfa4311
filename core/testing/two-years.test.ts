import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { AnyObjectSchema } from 'yup';
import { isAwaited } from '../acts/acts';
import { nextDormancy } from '../calendar/seasons';
import { readYardFile } from '../formats/read';
import { doneOn } from '../history/events/acts-done';
import { eventSchema, type BookEvent, type EventBody } from '../history/events';
import { draftOf, readBook, treeState, type TreeState } from '../history/tree-at';
import { judge, type Judgement } from '../judging/judge';
import { isDeep } from './deep';

const demo = readYardFile(readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8'));
if (demo.kind !== 'good') throw new Error('the demo yard is not a good file');
const { yard, events } = demo.file;
const START = '2027-01-20';

/** A yard's book that is gone on with, day by day, on a device of its own. */
class Years {
  readonly more: BookEvent[] = [];
  write(happenedOn: string, body: EventBody): BookEvent {
    const n = this.more.length + 1;
    const recordedAt = new Date(Date.UTC(2027, 0, 1, 0, 0, n)).toISOString();
    const envelope = {
      id: `y${n}`,
      device: 'years',
      sequence: n,
      clock: 1e6 + n,
      recordedAt,
      ruleSet: '2026.1',
    };
    const event = { ...envelope, happenedOn, ...body } as BookEvent;
    // Whatever the program plans it can write down.
    (eventSchema as unknown as AnyObjectSchema).validateSync(JSON.parse(JSON.stringify(event)));
    this.more.push(event);
    return event;
  }
  read() {
    return readBook({ yard, events: [...events, ...this.more] });
  }
  on(treeId: string, today: string): TreeState {
    return treeState(this.read(), treeId, { today }) as TreeState;
  }
  judged(treeId: string, today: string): Judgement | undefined {
    const judged = judge(this.on(treeId, today), { withPrices: false });
    return judged.kind === 'judged' ? judged : undefined;
  }
  tick(treeId: string, today: string, act: Judgement['plan']['acts'][number]): void {
    const read = this.read();
    const record = read.trees.find((one) => one.record.id === treeId)?.record;
    if (record) this.write(today, doneOn(treeId, draftOf(record, read.eventsOf.get(treeId) ?? []), [act]));
  }
}

const trees = readBook({ yard, events }).trees.map(({ record }) => record.id);

describe('a tree of the demo yard through two winters', () => {
  it.each(isDeep ? trees : trees.filter((_, i) => i % 2 === 0))(
    '%s: every act can be ticked, is asked once, and leaves wood as wood can be',
    (treeId) => {
      const years = new Years();
      let today = START;
      for (let winter = 1; winter <= 2; winter++) {
        const done: string[] = [];
        // Ticked one by one, each on the plan as the last one left it.
        for (let n = 0; n < 80; n++) {
          const open = years.judged(treeId, today)?.plan.acts.filter((act) => !isAwaited(act)) ?? [];
          const act = open[0];
          if (!act) break;
          const before = years.on(treeId, today).tree;
          const at = 'heightCm' in act ? `${Math.round(act.heightCm)} ${Math.round(act.bearingDeg)}` : '';
          const name = `${act.kind} ${'stemId' in act ? act.stemId : at} ${'toLengthCm' in act ? Math.round(act.toLengthCm) : ''}${'toDeg' in act ? Math.round(act.toDeg) : ''}`;
          done.push(name);
          years.tick(treeId, today, act);
          for (const stem of years.on(treeId, today).tree.stems) {
            const was = before.stems.find(({ id }) => id === stem.id);
            expect(stem.length.value, `${name}: ${stem.id}`).toBeLessThanOrEqual(
              (was?.length.value ?? 0) + 1e-9,
            );
            expect(stem.diameter.value).toBe(was?.diameter.value);
            if (stem.endDiameter)
              expect(stem.endDiameter.value).toBeLessThanOrEqual(stem.diameter.value + 1e-9);
          }
        }
        expect(done.length, `${today}: ${done.join(', ')}`).toBeLessThan(80);
        expect(new Set(done).size, done.join(', ')).toBe(done.length);
        today = `${nextDormancy(years.on(treeId, today).site, today).slice(0, 8)}20`;
      }
    },
  );
});
