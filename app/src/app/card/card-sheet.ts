import { TOKENS } from '../drawing/tokens';
import { cardElevation, cardPlan, type CardPicture } from '../drawing/card-drawing';
import type { Units } from '../../../../core';
import type { DrawingWords } from '../drawing/figure-links';

/** A sheet in points: A4 is 595 by 842; the height grows with the lines. */
const WIDTH = 595;
const MARGIN = 34;
const LINE = 19;
const LEAST_HEIGHT = 842;
const LETTERS_A_LINE = 88;

interface Head {
  name: string;
  what: string;
  where: string;
  toward: string;
  minutes: number;
  kit: string;
  stays: string;
  share: string;
  /** What is to be minded about the whole of it. */
  minded: readonly string[];
  /** Why most of the work waits, where it does. */
  held?: string | undefined;
}

/** One act as it stands on the sheet, told. */
export interface SheetLine {
  number: number;
  tag: string;
  where: string | undefined;
  words: string;
  /** Why, in a few words. */
  why: string | undefined;
  tool: string | undefined;
  caution: string | undefined;
  /** How a limb is held and until when. */
  holds: string | undefined;
}

/** A work card as one SVG of its own: the same drawings, numbers and lines as on the page. */
export function cardSheet(
  head: Head,
  lines: readonly SheetLine[],
  picture: CardPicture,
  standingDeg: number,
  units: Units,
  told: DrawingWords,
): string {
  const serial = new XMLSerializer();
  const placed = (svg: SVGSVGElement, x: number, y: number, width: number, height: number): string => {
    for (const [name, value] of Object.entries({ x, y, width, height }))
      svg.setAttribute(name, String(value));
    return inXml(serial.serializeToString(svg));
  };
  const text = (x: number, y: number, words: string, more = ''): string =>
    `<text x="${x}" y="${y}" font-size="12" fill="${TOKENS.ink}" ${more}>${escaped(words)}</text>`;
  const held = head.held
    ? wrapped(head.held, LETTERS_A_LINE).map((part, i) => text(MARGIN, 470 + i * 14, part))
    : [];
  let y = 478 + held.length * 14;
  const rows = lines.flatMap(({ number, tag, where, words, why, tool, caution, holds }) => {
    const done = why ? told.say('card.why', { words, why }) : words;
    const parts = [
      ...wrapped(where ? told.say('card.where', { where, words: done }) : done),
      ...(holds ? wrapped(holds) : []),
      ...(caution ? wrapped(caution) : []),
    ];
    const row = [
      `<rect x="${MARGIN}" y="${y - 11}" width="12" height="12" fill="none" stroke="${TOKENS.ink}"/>`,
      text(MARGIN + 22, y, String(number), 'font-weight="600"'),
      text(MARGIN + 44, y, tag, 'font-weight="600"'),
      ...parts.map((part, i) =>
        text(
          MARGIN + 84,
          y + i * 14,
          part,
          caution && i >= parts.length - wrapped(caution).length ? 'font-style="italic"' : '',
        ),
      ),
      text(WIDTH - MARGIN, y, tool ?? '', 'text-anchor="end"'),
    ];
    y += LINE + (parts.length - 1) * 14;
    return row;
  });
  const height = Math.max(LEAST_HEIGHT, y + 90);
  const notes = [0, 1, 2].map(
    (i) => `<path d="M${MARGIN} ${y + 34 + i * 22}H${WIDTH - MARGIN}" stroke="${TOKENS.pale}"/>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}pt" height="${height}pt" font-family="'Fira Sans Condensed', 'Fira Sans', sans-serif">`,
    `<rect width="${WIDTH}" height="${height}" fill="white"/>`,
    text(
      MARGIN,
      46,
      told.say('card.title', { name: head.name, what: head.what }),
      'style="font-size:20px" font-weight="600"',
    ),
    text(
      MARGIN,
      66,
      told.say('card.toward', { where: head.where, form: head.toward, minutes: head.minutes }),
    ),
    ...wrapped(told.say('card.carry', { kit: head.kit })).map((part, i) => text(MARGIN, 84 + i * 14, part)),
    placed(cardElevation(picture, standingDeg, 380, 340, units, told), MARGIN - 6, 108, 340, 304),
    placed(cardPlan(picture, 220, told), WIDTH - MARGIN - 190, 112, 190, 190),
    text(WIDTH - MARGIN - 190, 324, told.say('card.stays', { limbs: head.stays })),
    ...[head.share, ...head.minded]
      .flatMap((words) => wrapped(words, 38))
      .map((part, i) => text(WIDTH - MARGIN - 190, 342 + i * 14, part)),
    ...held,
    ...rows,
    text(MARGIN, y + 14, told.say('card.notes'), 'font-weight="600"'),
    ...notes,
    '</svg>',
  ].join('\n');
}

function wrapped(words: string, most = LETTERS_A_LINE): string[] {
  const lines: string[] = [''];
  for (const word of words.split(' ')) {
    const last = lines.at(-1) ?? '';
    if (last.length + word.length + 1 > most && last !== '') lines.push(word);
    else lines[lines.length - 1] = last === '' ? word : `${last} ${word}`;
  }
  return lines;
}

/** What may stand in XML: control characters are none of it, and one in a name would break the whole file. */
const inXml = (text: string): string =>
  text.replace(/[^\t\n\r\x20-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

const escaped = (words: string): string =>
  inXml(words).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
