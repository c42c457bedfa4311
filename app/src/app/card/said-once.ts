import type { WorkLine } from '../../../../core';
import type { Words } from '../words/words';

/** A line of work with what is to be minded at it and was not said at an earlier one. */
export interface LineSaid {
  line: WorkLine;
  caution: string | undefined;
  /** How a limb is held and until when. */
  holds: string | undefined;
}

/** Lines of work in their order, each caution once, at the first act it belongs to. */
export function saidOnce(lines: readonly WorkLine[], words: Pick<Words, 'tell'>): LineSaid[] {
  const said = new Set<string>();
  return lines.map((line) => {
    const cautions = line.cautions.map((caution) => words.tell(caution)).filter((told) => !said.has(told));
    for (const told of cautions) said.add(told);
    const joined = (parts: readonly string[]): string | undefined =>
      parts.length > 0 ? parts.join(' ') : undefined;
    return { line, caution: joined(cautions), holds: joined(line.holds.map((one) => words.tell(one))) };
  });
}
