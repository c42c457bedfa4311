// Attacks the program with broken and extreme files. `npm run attack` makes 10,000; `npm run attack -- 500 7` as many as that,
// from another seed. Prints what is a fault, and how long the slowest files took.
import { readFileSync } from 'node:fs';
import { attack } from '../core/testing/attack';

const [count = 10_000, seed = 1] = process.argv.slice(2).map(Number);
const good = readFileSync(new URL('../demo/two-hillsides.json', import.meta.url), 'utf8');
const attacked = attack(good, count, seed, { now: () => performance.now(), weighEvery: 50 });
const faults = attacked.filter(({ fault }) => fault !== undefined);
const byHow = new Map<string, number>();
for (const { how, end } of attacked) byHow.set(`${how}, ${end}`, (byHow.get(`${how}, ${end}`) ?? 0) + 1);
for (const [words, n] of [...byHow].sort()) console.log(`${words}: ${n}`);
const slowest = attacked.map(({ ms }) => ms).sort((a, b) => b - a);
console.log(
  `slowest: ${slowest
    .slice(0, 3)
    .map((ms) => Math.round(ms))
    .join(', ')} ms`,
);
for (const { how, fault } of faults.slice(0, 20)) console.error(`${how}: ${fault}`);
console.log(`${attacked.length - faults.length} passed, ${faults.length} failed`);
process.exitCode = faults.length > 0 ? 1 : 0;
