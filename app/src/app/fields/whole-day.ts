import { Directive, output } from '@angular/core';

/**
 * A day field that gives a whole day: typed, each digit makes a day of its own, so it is given when the field is left or with Enter;
 * picked in the calendar, at once.
 */
@Directive({
  selector: 'input[ebWholeDay]',
  host: {
    type: 'date',
    '(keydown)': 'typed($event)',
    '(change)': 'changed($event)',
    '(blur)': 'give($event)',
  },
})
export class WholeDay {
  readonly ebWholeDay = output<string>();
  private isTyping = false;
  private isOpen = false;

  typed(event: KeyboardEvent): void {
    if (event.key === 'Enter') this.give(event);
    else this.isTyping = true;
  }

  changed(event: Event): void {
    this.isOpen = true;
    if (!this.isTyping) this.give(event);
  }

  /** Gives what stands there, if it has changed since it was given last. */
  give({ target }: Event): void {
    const isNew = this.isOpen;
    [this.isTyping, this.isOpen] = [false, false];
    if (isNew) this.ebWholeDay.emit((target as HTMLInputElement).value);
  }
}
