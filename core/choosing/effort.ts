/**
 * What a search may spend, in single looks at what one stem costs: trying an option looks at each stem once, trying a job once.
 * A look takes some 0.3 to 0.5 microseconds of one core, whatever the tree. A count, not a clock: the same tree gets the same answer on every machine.
 */
export class Effort {
  spent = 0;

  /** @param most looks that may be spent, over 0; Infinity for no limit */
  constructor(readonly most = Infinity) {}

  get isSpent(): boolean {
    return this.spent >= this.most;
  }

  spend(looks: number): void {
    this.spent += looks;
  }
}
