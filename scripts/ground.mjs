// What both commands need before anything is installed: nothing but Node itself.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const LEAST_NODE = [20, 19];
const CHROMIUM = '/usr/bin/chromium';

/** Ends with words a person can act on. */
export function giveUp(words) {
  console.error(words);
  process.exit(1);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  const isOld = major < LEAST_NODE[0] || (major === LEAST_NODE[0] && minor < LEAST_NODE[1]);
  if (isOld)
    giveUp(
      `Node ${LEAST_NODE.join('.')} or newer is needed; this is ${process.versions.node}. Install a newer Node.`,
    );
}

/** Runs a command in the project's folder, its output shown; false when it fails. */
export function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  return status === 0;
}

/** Runs a command with its output both shown and returned. */
export function runHeard(command, args, env = process.env) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let heard = '';
    for (const [from, to] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ]) {
      from.on('data', (data) => {
        heard += data;
        to.write(data);
      });
    }
    child.on('error', (error) => resolve({ ok: false, heard: `${heard}\n${error.message}` }));
    child.on('close', (code) => resolve({ ok: code === 0, heard }));
  });
}

/** Installs packages when the lock file is not the one they were installed from. */
export function install() {
  const stamp = join(root, 'node_modules', '.installed-from');
  const lock = fingerprint(['package-lock.json']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages…');
  if (!run('npm', ['ci', '--no-fund', '--no-audit'])) {
    giveUp('The packages could not be installed (see above). Check the network and try again.');
  }
  writeFileSync(stamp, lock);
}

/** Builds the application when its sources are not the ones it was built from. */
export function build() {
  const stamp = join(root, 'dist', '.built-from');
  const sources = fingerprint([
    'angular.json',
    'package-lock.json',
    'tsconfig.json',
    ...filesIn('app'),
    ...filesIn('core'),
    ...filesIn('demo'),
  ]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === sources) return;
  console.log('Building the application…');
  if (!run(process.execPath, [join('node_modules', '@angular', 'cli', 'bin', 'ng.js'), 'build'])) {
    giveUp('The application could not be built (see above).');
  }
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, sources);
}

/** Sees to it that Chromium is there for the browser tests. */
export function chromium() {
  if (existsSync(CHROMIUM)) return;
  const how = 'Install it (Debian: apt-get update && apt-get install -y chromium), then run the tests again.';
  if (process.getuid?.() !== 0)
    giveUp(`The browser tests need ${CHROMIUM}, and there is no right to install it here. ${how}`);
  console.log('Installing Chromium…');
  const installed = run('apt-get', ['update', '-q']) && run('apt-get', ['install', '-y', '-q', 'chromium']);
  if (!installed || !existsSync(CHROMIUM)) giveUp(`Chromium could not be installed (see above). ${how}`);
}

function filesIn(folder) {
  return readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name).slice(root.length + 1))
    .sort();
}

function fingerprint(files) {
  const hash = createHash('sha256').update(process.versions.node);
  for (const file of files) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}
