import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { MessageCode } from '../../../../core';
import { tagSign } from '../drawing/tag-sign';
import { tagMark, type TagMark } from '../drawing/tree-picture';
import { Say } from '../words/told';
import { BenchStore } from './bench-store';

const IN_ORDER: readonly Exclude<TagMark, 'plain'>[] = ['keep', 'secondary', 'fruit', 'leaf', 'while', 'out'];

/** What the signs on the tags say, of those that hang on this tree. */
@Component({
  selector: 'eb-mark-key',
  imports: [Say],
  template: `
    <ul [attr.aria-label]="'mark-key.jobs' | say">
      @for (mark of marks(); track mark) {
        <li [class]="mark">
          <svg width="15" height="15" viewBox="-7.5 -7.5 15 15" aria-hidden="true">
            <path [attr.d]="sign(mark)" />
          </svg>
          {{ called(mark) | say }}
        </li>
      }
    </ul>
  `,
  styleUrl: './mark-key.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarkKey {
  private readonly bench = inject(BenchStore);
  readonly sign = tagSign;
  readonly called = (mark: Exclude<TagMark, 'plain'>): MessageCode => `mark-key.${mark}`;
  readonly marks = computed(() => {
    const hung = new Set(Object.values(this.bench.judged()?.verdicts ?? {}).map(tagMark));
    return IN_ORDER.filter((mark) => hung.has(mark));
  });
}
