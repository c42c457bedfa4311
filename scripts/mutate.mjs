// Changes findings, choosing, cuts and history in small ways, one at a time, and counts what the tests of that folder notice.
// `npm run mutate -- history cuts` does so for these folders alone; `npm run mutate -- 'cuts/bud-choice.ts'` for a file.
import { spawnSync } from 'node:child_process';

const asked = process.argv.slice(2);
for (const place of asked.length > 0 ? asked : ['history', 'cuts', 'findings', 'choosing']) {
  const folder = place.split('/')[0];
  const files = place.includes('/') ? `core/${place}` : `core/${place}/**/*.ts`;
  console.log(`\n== ${place}`);
  const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', `${files},!core/**/*.test.ts`], {
    stdio: 'inherit',
    env: { ...process.env, MUTATED: folder },
  });
  if (status !== 0) process.exitCode = status ?? 1;
}
