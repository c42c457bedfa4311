import { readFileSync } from 'node:fs';
import { createServer as createPlain } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
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

const tls = certificate();
const known = new Set(
  ['localhost', '127.0.0.1', '::1', '[::1]', host, hostname(), `${hostname()}.local`, ...ownAddresses()]
    .concat((process.env['HOSTS'] ?? '').split(','))
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== ''),
);
const app = createApp(built, known);
const server = (tls ? createSecure(tls, app) : createPlain(app)).listen(port, host);

server.on('listening', () => {
  const address = server.address();
  const taken = typeof address === 'object' && address ? address.port : port;
  const scheme = tls ? 'https' : 'http';
  const hosts = host === '0.0.0.0' || host === '::' ? ['localhost', ...ownAddresses()] : [host];
  for (const one of hosts) {
    const name = one.includes(':') ? `[${one}]` : one;
    console.log(`Eager Bough is at ${scheme}://${name}:${taken}/`);
  }
  console.log('(stop it with Ctrl C)');
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

/** A certificate and its key, where files of both are named: a phone keeps the program for use without a signal only from a page it may trust. */
function certificate(): { cert: Buffer; key: Buffer } | undefined {
  const [cert, key] = [process.env['TLS_CERT'], process.env['TLS_KEY']];
  if (!cert && !key) return undefined;
  try {
    return { cert: readFileSync(cert ?? ''), key: readFileSync(key ?? '') };
  } catch (error) {
    console.error(`TLS_CERT and TLS_KEY must both name a file in PEM: ${(error as Error).message}`);
    process.exit(1);
  }
}

/** Addresses of this machine that other devices on its network can reach. */
function ownAddresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((some = []) =>
    some.flatMap(({ address, family, internal }) => (family === 'IPv4' && !internal ? [address] : [])),
  );
}
