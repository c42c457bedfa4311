import type { TagMark } from './tree-picture';

/** The sign of a job as a line, about a point; undefined where a tag has none. */
export function tagSign(mark: TagMark, x = 0): string | undefined {
  switch (mark) {
    case 'keep':
      return `M${x - 3} 0 a3 3 0 1 0 6 0 a3 3 0 1 0 -6 0`;
    case 'secondary':
      return `M${x} 5 v-4 l-3 -5 M${x} 1 l3 -5`;
    case 'fruit':
      return `M${x} -5 v3 M${x - 3} 1 a3 3 0 1 0 6 0 a3 3 0 1 0 -6 0`;
    case 'leaf':
      return `M${x - 3.5} 4.5 q-0.5 -7.5 7 -9 q0.5 7.5 -7 9 z l4 -5`;
    case 'while':
      return `M${x - 3} -4 h6 l-6 8 h6 z`;
    case 'out':
      return `M${x - 3} 4 l7 -8`;
    case 'plain':
      return undefined;
  }
}
