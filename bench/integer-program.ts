import type { Problem } from '../core/choosing/problem';

/** Weight that puts form before merit in one number: above any merit a set of ten limbs can cost. */
const FORM = 10_000;
/** Weight of a place short of the fewest. */
const SHORT = 10_000_000;

/**
 * The choice of one ring as a mixed-integer linear program in LP format, for a general solver. Every count k from the
 * fewest to the most is a choice of its own, and a stem takes one of its options at most; a largest-gap grade is allowed when no two neighbours lie further apart
 * than it bears, written as: a taken limb needs another taken within that arc after it. Pairs are linearised.
 */
export function asIntegerProgram({ options, pairs, circles }: Problem): string {
  const circle = circles[0];
  if (!circle) throw new Error('the problem has no ring');
  const cost: string[] = options.map((o, i) => `${o.form * FORM + o.merit} x${i}`);
  const rows: string[] = [];
  const binaries = options.map((_, i) => `x${i}`);

  for (const { a, b, breaches, form } of pairs) {
    if (breaches > 0) {
      rows.push(`x${a} + x${b} <= 1`);
      continue;
    }
    cost.push(`${form * FORM} p${a}_${b}`);
    rows.push(`x${a} + x${b} - p${a}_${b} <= 1`);
  }
  for (const stem of new Set(options.map((o) => o.stem))) {
    const own = options.flatMap((o, i) => (o.stem === stem ? [`x${i}`] : []));
    if (own.length > 1) rows.push(`${own.join(' + ')} <= 1`);
  }
  const counts = Array.from({ length: circle.most + 1 }, (_, k) => k);
  const all = options.map((_, i) => `x${i}`).join(' + ');
  rows.push(
    `${all} - ${counts
      .slice(1)
      .map((k) => `${k} n${k}`)
      .join(' - ')} = 0`,
  );
  rows.push(`${counts.map((k) => `n${k}`).join(' + ')} = 1`);
  for (const k of counts) {
    binaries.push(`n${k}`);
    const off = k < circle.fewest ? 0 : circle.offWish * Math.abs(k - circle.wish);
    const shortBy = Math.max(0, circle.fewest - k);
    cost.push(`${shortBy * SHORT + off * FORM + circle.empty * Math.max(0, circle.wish - k)} n${k}`);
  }

  for (const k of counts.filter((count) => count >= 1)) {
    const grades = circle.gap.map((_, g) => `g${k}_${g}`);
    rows.push(`${grades.join(' + ')} - n${k} = 0`);
    circle.gap.forEach(([limit, points], g) => {
      binaries.push(`g${k}_${g}`);
      cost.push(`${points * FORM} g${k}_${g}`);
      const arc = (limit * 360) / Math.max(k, circle.wish) + 1e-9;
      if (arc >= 360) return;
      options.forEach((option, i) => {
        const after = options
          .map((other, j) => ({ j, turn: (other.bearingDeg - option.bearingDeg + 360) % 360 }))
          .filter(({ j, turn }) => j !== i && turn <= arc && (turn > 0 || j > i));
        const others = after.map(({ j }) => ` + x${j}`).join('');
        rows.push(`x${i} + g${k}_${g}${others.replaceAll('+', '-')} <= 1`);
      });
    });
  }
  circle.spreads.forEach(({ of, value, grades }, s) => {
    const names = grades.map((_, g) => `s${s}_${g}`);
    rows.push(`${names.join(' + ')} = 1`);
    grades.forEach(([limit, points], g) => {
      binaries.push(`s${s}_${g}`);
      cost.push(`${points * FORM} s${s}_${g}`);
      value.forEach((a, i) =>
        value.forEach((b, j) => {
          const measure = of === 'ratio' ? b / a : b - a;
          if (measure > limit) rows.push(`x${i} + x${j} + s${s}_${g} <= 2`);
        }),
      );
    });
  });
  const numbered = rows.map((row, i) => ` r${i}: ${row}`);
  return `Minimize\n obj: ${cost.join(' + ')}\nSubject To\n${numbered.join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`;
}
