import { onKind } from '../../words/ground';
import { because } from '../../words/message';
import { dayAtLength, seasonGrowthCm } from '../shoot-growth';
import { midsummer, stageDay, windowOf, type TreeYear, type WindowWays } from './window';

/** Blossom is rubbed off where no fruit is wanted: easiest once it shows, before its petals fall. */
export const blossomOff: WindowWays = (year) => {
  const { season } = year;
  const [bloom, over] = [stageDay(season, 'bloom'), stageDay(season, 'petal-fall')];
  if (bloom === undefined || over === undefined) return because('window.blossom-off.none');
  const pink = stageDay(season, 'pink') ?? bloom - 5;
  return windowOf(
    'blossom-off',
    year,
    { from: pink, bestFrom: bloom - 3, bestTo: over, to: over + 7 },
    'bloom',
  );
};

/** Days after fruit sets in which it is thinned: what falls by itself has fallen, and next year's buds are not made yet. Common extension guidance. */
const THINS = { from: 7, bestTo: 28, to: 42 };

export const fruitOff: WindowWays = (year) => {
  const sets = stageDay(year.season, 'fruit-set');
  if (sets === undefined) return because('window.fruit-off.none');
  return windowOf(
    'fruit-off',
    year,
    { from: sets, bestFrom: sets + THINS.from, bestTo: sets + THINS.bestTo, to: sets + THINS.to },
    'fruit-set',
  );
};

/** Shoots where none is wanted, rubbed off while they are soft: from break, until they are some 15 cm long. */
export const disbud: WindowWays = (year) => {
  const [breaks, long] = [stageDay(year.season, 'break'), shootAt(year, DISBUD_TO_CM)];
  if (breaks === undefined || long === undefined) return [];
  return windowOf(
    'disbud',
    year,
    { from: breaks + 4, bestFrom: breaks + 7, bestTo: long - 7, to: long },
    'break',
  );
};
const DISBUD_TO_CM = 15;

/** Length of soft shoots that a peg holds out, cm: shorter it slips, longer the join is firm. */
export const PEG_CM = { from: 10, to: 20 };

export const peg: WindowWays = (year) => {
  const [from, to] = [shootAt(year, PEG_CM.from), shootAt(year, PEG_CM.to)];
  if (from === undefined || to === undefined) return [];
  return windowOf('peg', year, { from, bestFrom: from, bestTo: Math.max(from, to - 4), to }, 'break');
};

/** Days after break from which wood is supple and leaf is out; before shoots stop until which a bend sets in the same year. Working values. */
const SUPPLE_FROM = 21;
const SETS_IN = 30;

/** Limbs spread and tied while the wood is green. */
export const spread: WindowWays = (year) => {
  const [breaks, stops] = [stageDay(year.season, 'break'), stageDay(year.season, 'shoots-stop')];
  if (breaks === undefined || stops === undefined) return [];
  const from = breaks + SUPPLE_FROM;
  return windowOf(
    'spread',
    year,
    { from, bestFrom: from, bestTo: Math.min(midsummer(year), stops - SETS_IN), to: stops - SETS_IN },
    'break',
  );
};

/** Length at which pinching begins to be asked, cm; weeks of growth that shoots need after a pinch, and after a tip, to come to anything. */
export const PINCH_FROM_CM = 25;
export const PINCH_WEEKS = 6;
export const TIP_CM = { from: 30, to: 40 };
export const TIP_WEEKS = 6;

/** Soft tips out: from the length on, as long as weeks enough are left for what breaks below. */
export const pinch: WindowWays = (year) => {
  const stops = stageDay(year.season, 'shoots-stop');
  const from = shootAt(year, PINCH_FROM_CM);
  if (stops === undefined) return [];
  if (from === undefined) return because('window.pinch.too-short');
  const to = stops - 7 * PINCH_WEEKS;
  if (to < from) return because('window.pinch.too-late', { n: PINCH_WEEKS });
  return windowOf('pinch', year, { from, bestFrom: from, bestTo: to - 14, to }, 'shoots-stop');
};

/** Limbs tipped to fork once they are long enough, as long as weeks enough are left. */
export const tip: WindowWays = (year) => {
  const [from, long, stops] = [
    shootAt(year, TIP_CM.from),
    shootAt(year, TIP_CM.to),
    stageDay(year.season, 'shoots-stop'),
  ];
  if (from === undefined || stops === undefined) return because('window.tip.too-short');
  const to = stops - 7 * TIP_WEEKS;
  if (to < from) return because('window.tip.too-late', { n: TIP_WEEKS });
  return windowOf(
    'tip',
    year,
    { from, bestFrom: from, bestTo: Math.min(to, (long ?? to) + 7), to },
    'shoots-stop',
  );
};

/** Days round midsummer in which strong uprights are taken to let light in; not before the shoots are there, nor near the end of growth. */
const OPENS = { from: -21, bestTo: 14, to: 35 };
const SHOOTS_ARE_THERE = 50;

export const open: WindowWays = (year) => {
  const [breaks, stops] = [stageDay(year.season, 'break'), stageDay(year.season, 'shoots-stop')];
  if (breaks === undefined || stops === undefined) return [];
  const mid = midsummer(year);
  const from = Math.max(mid + OPENS.from, breaks + SHOOTS_ARE_THERE);
  return windowOf(
    'open',
    year,
    {
      from,
      bestFrom: Math.max(from, mid - 7),
      bestTo: mid + OPENS.bestTo,
      to: Math.max(from, Math.min(mid + OPENS.to, stops)),
    },
    'break',
  );
};

/** Small inner wood that shades bark stays on hot sites until the sun is lower: from a month before midsummer for three. */
const BURNS = { from: -30, to: 75 };

export const shade: WindowWays = (year) => {
  if (year.site.hot !== true) return because('window.shade.not-hot');
  const [breaks, mid] = [stageDay(year.season, 'break'), midsummer(year)];
  if (breaks === undefined) return [];
  const [from, to] = [Math.max(breaks, mid + BURNS.from), mid + BURNS.to];
  return windowOf('shade', year, { from, bestFrom: from, bestTo: to, to }, 'break');
};

/** Side shoots clipped when their bases are firm: as growth ends, and long enough before leaf fall to close. Common extension guidance. */
const CLIPS = { from: -21, bestFrom: -10, bestTo: 7, to: 21 };
const CLOSES_IN = 42;

export const summerCut: WindowWays = (year) => {
  const [stops, falls] = [stageDay(year.season, 'shoots-stop'), stageDay(year.season, 'leaf-fall')];
  if (year.kind.evergreen.value) return because('window.summer-cut.evergreen', {}, onKind('evergreen'));
  if (stops === undefined || falls === undefined) return [];
  return windowOf(
    'summer-cut',
    year,
    {
      from: stops + CLIPS.from,
      bestFrom: stops + CLIPS.bestFrom,
      bestTo: stops + CLIPS.bestTo,
      to: Math.min(stops + CLIPS.to, falls - CLOSES_IN),
    },
    'shoots-stop',
  );
};

/** Budding: buds of this season are ripe and bark still slips, in the weeks before shoots stop and shortly after. Common extension guidance. */
const BUDS = { from: -35, bestFrom: -28, bestTo: 0, to: 14 };

export const budding: WindowWays = (year) => {
  const stops = stageDay(year.season, 'shoots-stop');
  if (stops === undefined) return [];
  return windowOf(
    'budding',
    year,
    {
      from: stops + BUDS.from,
      bestFrom: stops + BUDS.bestFrom,
      bestTo: stops + BUDS.bestTo,
      to: stops + BUDS.to,
    },
    'shoots-stop',
  );
};

/** The day by which a limb of such a tree has made so much, by the season's growth curve. */
const shootAt = ({ season, kind }: TreeYear, lengthCm: number): number | undefined =>
  dayAtLength(season, lengthCm, seasonGrowthCm(kind.vigour.value));
