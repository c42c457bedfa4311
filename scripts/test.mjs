// npm test: everything that must hold before work lands. Its last line is "N passed, M failed".
import { checkNode, chromium, install, runHeard } from './ground.mjs';

checkNode();
install();
chromium();

let passed = 0;
let failed = 0;

/** A step that passes or fails whole. */
async function step(name, args) {
  console.log(`\n== ${name}`);
  const { ok } = await runHeard('npm', ['run', '--silent', ...args]);
  if (ok) passed += 1;
  else failed += 1;
}

/** A step that counts its own tests; `count` finds a number of them by word in what it printed. */
async function tests(name, args, count) {
  console.log(`\n== ${name}`);
  const { ok, heard } = await runHeard('npm', ['run', '--silent', ...args], {
    ...process.env,
    NO_COLOR: '1',
    FORCE_COLOR: '0',
  });
  const [good, bad] = [count(heard, 'passed'), count(heard, 'failed')];
  passed += good;
  failed += bad + (ok || bad > 0 ? 0 : 1);
  if (good + bad === 0) failed += 1;
}

const vitest = (heard, word) => {
  const line = heard.split('\n').findLast((text) => /^\s*Tests\s/.test(text)) ?? '';
  return Number(new RegExp(`(\\d+) ${word}`).exec(line)?.[1] ?? 0);
};
const playwright = (heard, word) => Number(new RegExp(`^\\s*(\\d+) ${word}\\b`, 'm').exec(heard)?.[1] ?? 0);

// One core each: neither waits for what the other finds. The application's types are checked as it is built.
await Promise.all([step('lint', ['lint']), step('types', ['types:core'])]);
await tests('core', ['test:core'], vitest);
const [, built] = await Promise.all([
  tests('application', ['test:app'], vitest),
  runHeard(process.execPath, ['-e', "import('./scripts/ground.mjs').then(({ build }) => build())"]),
]);
if (!built.ok) failed += 1;
await tests('browser', ['test:e2e'], playwright);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
