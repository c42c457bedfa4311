import { InjectionToken } from '@angular/core';
import { gaugeReads, type Gauged, type GaugeRead } from '../../../../../core';

/** Takes one reading of a gauge: of what is there about so large, the so-manieth reading. */
export type GaugePort = (what: Gauged, about: number, n: number) => Promise<GaugeRead>;

/** The gauge is a stand-in: the server's, or where it serves none, the one that ships with the application. */
export const GAUGE = new InjectionToken<GaugePort>('a gauge', {
  providedIn: 'root',
  factory: () => async (what, about, n) => {
    try {
      const answer = await fetch(`gauge/${what}?about=${about}&n=${n}`);
      const isTold = answer.headers.get('content-type')?.includes('json') ?? false;
      if (answer.ok && isTold) return (await answer.json()) as GaugeRead;
    } catch {
      // Without a signal the gauge is at hand all the same.
    }
    return gaugeReads(what, about, n);
  },
});
