import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { LESSON_CM, loadedLimb, told, type Message } from '../../../../core';
import { BentLimb } from '../drawing/bent-limb';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';

/** Seasons the three limbs are old at their foot. */
const AGES = [1, 2, 3] as const;
const CALLED = { 1: 'one-year', 2: 'two-year', 3: 'older' } as const;

/** Three limbs alike but for the age of their wood, with the same weight hung on each: how far they come, and where they would crack. */
@Component({
  selector: 'eb-bending-lesson',
  imports: [BentLimb, Say, Told],
  template: `
    <p>{{ 'lesson.words' | say }}</p>
    <div class="loads">
      <label>
        <span>{{ 'lesson.hung' | say: { weight: { kg: kg() } } }}</span>
        <input
          #load
          type="range"
          class="form-range"
          min="0"
          max="12"
          step="0.25"
          [value]="kg()"
          (input)="kg.set(load.valueAsNumber)"
        />
      </label>
      <label>
        <span>{{ 'lesson.thick' | say: { thick: { mm: mm() } } }}</span>
        <input
          #thick
          type="range"
          class="form-range"
          min="8"
          max="24"
          step="1"
          [value]="mm()"
          (input)="mm.set(thick.valueAsNumber)"
        />
      </label>
    </div>
    <div class="limbs">
      @for (limb of limbs(); track limb.seasons) {
        <figure>
          <eb-bent-limb [shape]="limb" [room]="room" [label]="limb.label" />
          <figcaption>
            <b>{{ limb.called | told }}</b>
            @for (line of limb.lines; track $index) {
              <span>{{ line | told }}</span>
            }
          </figcaption>
        </figure>
      }
    </div>
    <ul>
      @for (line of learn; track line) {
        <li>{{ line | say }}</li>
      }
    </ul>
  `,
  styleUrl: './bending-lesson.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BendingLesson {
  private readonly words = inject(Words);
  readonly kg = signal(3);
  readonly mm = signal(12);
  readonly room = { out: LESSON_CM + 8, up: LESSON_CM, down: LESSON_CM };
  readonly learn = ['lesson.age', 'lesson.thin', 'lesson.middle', 'lesson.roll', 'lesson.season'] as const;

  readonly limbs = computed(() =>
    AGES.map((seasons) => {
      const limb = loadedLimb(seasons, this.mm(), this.kg());
      const called = told(`lesson.limb.${CALLED[seasons]}`);
      const lines: Message[] = [
        told('lesson.comes-to', { to: { deg: limb.toDeg } }),
        told('lesson.cracks', { n: Math.round(limb.chance * 100) }),
      ];
      const label = [called, ...lines].map((line) => this.words.tell(line)).join('. ');
      return { ...limb, called, lines, label };
    }),
  );
}
