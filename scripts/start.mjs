// npm start: install and build what is missing, then serve the application with the demo yard.
import { spawn } from 'node:child_process';
import { build, checkNode, install, root } from './ground.mjs';

checkNode();
install();
build();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('close', (code) => process.exit(code ?? 0));
