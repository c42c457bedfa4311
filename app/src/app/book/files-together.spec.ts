import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readYardFile, type ReadFile, type YardFile } from '../../../../core';
import { readTogether, type NamedReading } from './files-together';

const DEMO = readFileSync('demo/two-hillsides.json', 'utf8');
const file = (): YardFile => JSON.parse(DEMO) as YardFile;
const reading = (name: string, found: ReadFile, stop = () => undefined): NamedReading => ({
  name,
  reading: { done: Promise.resolve(found), stop },
});
const good = (name: string, one = file()) => reading(name, { kind: 'good', file: one });
const refused = readYardFile('{');

it('takes several files of one yard as one, with the pictures of each', async () => {
  const [a, b] = [
    { ...file(), photos: { one: 'x' } },
    { ...file(), photos: { two: 'y' } },
  ];
  const found = await readTogether([good('a', a), good('b', b)]).done;
  expect(found.kind === 'good' && found.file.photos).toEqual({ one: 'x', two: 'y' });
  expect(found.kind === 'good' && found.file.events).toEqual(file().events);
});

it('refuses all where one is refused, and says which and where; one by itself as ever', async () => {
  const both = await readTogether([good('good.json'), reading('broken.json', refused)]).done;
  expect(both.kind === 'refused' && both.troubles[0]?.path).toBe('broken.json: file');
  expect(await readTogether([reading('broken.json', refused)]).done).toEqual(refused);
});

it('refuses files of different yards, naming the other', async () => {
  const other = { ...file(), yard: { ...file().yard, id: 'other', name: 'Across the lane' } };
  const found = await readTogether([good('a'), good('b', other)]).done;
  expect(found.kind === 'refused' && found.troubles[0]).toMatchObject({
    path: 'b',
    message: { code: 'file.other-yard', args: { yard: 'Across the lane', first: 'a' } },
  });
});

it('asks once about what has to be repaired in any of them, and stops all together', async () => {
  const repairs = [{ path: 'yard.sites[0]', message: { code: 'as-written' } }] as never;
  let stopped = 0;
  const mended = reading(
    'b',
    { kind: 'repairable', file: file(), repairs },
    () => void (stopped += 1) as undefined,
  );
  const together = readTogether([good('a'), mended]);
  const found = await together.done;
  expect(found.kind === 'repairable' && found.repairs[0]?.path).toBe('b: yard.sites[0]');
  together.stop();
  expect(stopped).toBe(1);
});
