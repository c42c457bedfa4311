import { inject, Pipe, type PipeTransform } from '@angular/core';
import type { Args, Message, MessageCode } from '../../../../core';
import { Words } from './words';

/** A message as the grower is told it. Not pure: it is told anew when the units change. */
@Pipe({ name: 'told', pure: false })
export class Told implements PipeTransform {
  private readonly words = inject(Words);

  transform(message: Message | undefined): string {
    return message === undefined ? '' : this.words.tell(message);
  }
}

/** Words of the catalogue by their code: `'bench.keep' | say`, with what is put in: `'bench.cap' | say: { percent }`. */
@Pipe({ name: 'say', pure: false })
export class Say implements PipeTransform {
  private readonly words = inject(Words);

  transform(code: MessageCode, args?: Args): string {
    return this.words.say(code, args);
  }
}
