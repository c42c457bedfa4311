import { inject, Pipe, type PipeTransform } from '@angular/core';
import type { Args, Message, MessageCode } from '../../../../core';
import { Words } from './words';

/** A message as the grower is told it. Not pure, since it is told anew when the units change, and only then. */
@Pipe({ name: 'told', pure: false })
export class Told implements PipeTransform {
  private readonly words = inject(Words);
  private last: { message: Message | undefined; by: unknown; text: string } | undefined;

  transform(message: Message | undefined): string {
    const by = this.words.teller();
    if (this.last?.message !== message || this.last?.by !== by)
      this.last = { message, by, text: message === undefined ? '' : by(message) };
    return this.last?.text ?? '';
  }
}

/** Words of the catalogue by their code: `'bench.keep' | say`, with what is put in: `'bench.cap' | say: { percent }`. */
@Pipe({ name: 'say', pure: false })
export class Say implements PipeTransform {
  private readonly words = inject(Words);
  private last: { code: MessageCode; args: Args | undefined; by: unknown; text: string } | undefined;

  transform(code: MessageCode, args?: Args): string {
    const by = this.words.teller();
    if (this.last?.code !== code || this.last?.args !== args || this.last?.by !== by)
      this.last = { code, args, by, text: by(args ? { code, args } : { code }) };
    return this.last?.text ?? '';
  }
}
