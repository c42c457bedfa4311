import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { told, type Message, type StemId, type TreeState } from '../../../../core';
import { keptFor } from '../shell/kept-for';
import { shrunkPhoto } from '../shell/shrunk-photo';
import { Say, Told } from '../words/told';
import { RoundStore } from './round-store';

/** A note on the tree one stands at, about the limb that was in hand when it was begun; or a photograph. */
@Component({
  selector: 'eb-step-note',
  imports: [Say, Told],
  templateUrl: './step-note.html',
  styleUrl: './step-ways.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepNote {
  readonly state = input.required<TreeState>();
  readonly stemId = input<StemId>();
  readonly closed = output();
  private readonly round = inject(RoundStore);

  readonly words = signal('');
  readonly photoTold = signal<Message | undefined>(undefined);
  private readonly about = keptFor(
    () => this.state().record.id,
    () => this.stemId(),
  );

  async photograph({ files }: HTMLInputElement): Promise<void> {
    const file = files?.[0];
    if (!file) return;
    this.photoTold.set(told('photo.making'));
    const jpeg = await shrunkPhoto(file).catch(() => undefined);
    if (jpeg === undefined) return this.photoTold.set(told('photo.unread', { file: file.name }));
    const isKept = await this.round.photographed(jpeg, this.about());
    this.photoTold.set(isKept ? told('photo.kept') : undefined);
  }

  async note(): Promise<void> {
    const text = this.words().trim();
    if (text !== '' && !(await this.round.note(text, this.about()))) return;
    this.closed.emit();
  }
}
