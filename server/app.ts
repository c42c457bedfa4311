import compression from 'compression';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { joining } from './joining';
import { GAUGED, gaugeReads, isDay, stationOf, tellsOn, type Station, type Weather } from '../core';

const PAGE = 'index.html';

/** What stations told last: six years of days take a while to make up. */
const lastTold = new Map<string, Weather>();
const MOST_TOLD = 24;
const WEATHER_A_MINUTE = 120;

function told(station: Station, on: string): Weather {
  const name = `${station.id} ${on}`;
  const found = lastTold.get(name) ?? tellsOn(station, on);
  if (lastTold.size >= MOST_TOLD) lastTold.clear();
  lastTold.set(name, found);
  return found;
}

/** Hashed files never change under their name; a year is as long as HTTP caches are asked to keep anything. */
const A_YEAR_MS = 365 * 24 * 3600 * 1000;

/**
 * Serves the built application from a folder, with compression and a content security policy that allows no inline
 * script. Component styles are inline, so inline styles are allowed (docs/decisions/0003).
 * @param hosts names the server answers to; any where it is not said. A page of another name could reach it through a browser here
 * @throws when the folder holds no built application
 */
export function createApp(builtFolder: string, hosts?: ReadonlySet<string>): Express {
  if (!existsSync(join(builtFolder, PAGE)))
    throw new Error(`There is no built application in ${builtFolder}: run "npm run build".`);

  const app = express();
  app.disable('x-powered-by');
  if (hosts)
    app.use((request, response, next) => {
      if (hosts.has(request.hostname.toLowerCase())) return next();
      response
        .status(421)
        .type('text/plain')
        .send('This server is not known by that name: set HOSTS to add it.');
    });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Isolated, a page may share memory with its workers, which rest while it moves (docs/decisions/0020).
      crossOriginEmbedderPolicy: { policy: 'require-corp' },
      // Loopback is served without TLS; a host that adds TLS adds this header itself.
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use(
    express.static(builtFolder, {
      index: false,
      setHeaders(response, file) {
        const isHashed = /-[A-Z0-9]{8}\.\w+$/.test(file);
        response.setHeader(
          'Cache-Control',
          isHashed ? `public, max-age=${A_YEAR_MS / 1000}, immutable` : 'no-cache',
        );
      },
    }),
  );
  app.use('/joining', joining());
  // Days that were not told yet take a while to make up: so many a minute from one address.
  app.use(
    '/weather',
    rateLimit({ windowMs: 60_000, limit: WEATHER_A_MINUTE, standardHeaders: false, legacyHeaders: false }),
  );
  // A made-up weather station: a stand-in for a real one.
  app.get('/weather/:station', (request, response) => {
    const station = stationOf(request.params.station);
    const on = typeof request.query['on'] === 'string' ? request.query['on'] : '';
    if (!station || !isDay(on)) {
      response
        .status(station ? 400 : 404)
        .json({ error: station ? 'on: an ISO date is wanted' : 'no such station' });
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.json(told(station, on));
  });
  // A made-up gauge: a stand-in for a real one.
  app.get('/gauge/:what', (request, response) => {
    const what = GAUGED.find((one) => one === request.params.what);
    const [about, n] = [Number(request.query['about']), Number(request.query['n'])];
    if (!what || !Number.isFinite(about) || !Number.isInteger(n)) {
      response
        .status(what ? 400 : 404)
        .json({ error: what ? 'about, n: numbers are wanted' : 'no such gauge' });
      return;
    }
    response.setHeader('Cache-Control', 'no-store');
    response.json(gaugeReads(what, about, n));
  });
  // Any place in the application is the one page. A name with a dot in it may be a file that is not there, or a tree's own name:
  // a browser going to a place asks for HTML, one that misses a file does not.
  app.get(/.*/, (request, response, next) => {
    const asksForPage = request.headers.accept?.includes('text/html') ?? false;
    if (request.path.includes('.') && !asksForPage) {
      next();
      return;
    }
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(PAGE, { root: builtFolder });
  });
  return app;
}
