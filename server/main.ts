import { fileURLToPath } from 'node:url';
import { createApp } from './app';

// An empty HOST would be taken for every interface: nobody who leaves it empty means that.
const host = process.env['HOST']?.trim() || '127.0.0.1';
const port = Number(process.env['PORT'] ?? 4310);
const built = fileURLToPath(new URL('../dist/app/browser', import.meta.url));

if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`PORT is “${process.env['PORT']}”; it must be a whole number from 0 to 65535.`);
  process.exit(1);
}

const server = createApp(built).listen(port, host);

server.on('listening', () => {
  const address = server.address();
  const taken = typeof address === 'object' && address ? address.port : port;
  const name = host.includes(':') ? `[${host}]` : host;
  console.log(`Eager Bough is at http://${name}:${taken}/ (stop it with Ctrl C)`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE') {
    console.error(
      `Port ${port} on ${host} is taken. Stop what uses it, or choose another: PORT=${port + 1} npm start`,
    );
  } else if (error.code === 'EACCES') {
    console.error(`There is no right to use port ${port}. Choose one above 1023: PORT=4310 npm start`);
  } else {
    console.error(`The server could not start on ${host}:${port}: ${error.message}`);
  }
  process.exit(1);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
