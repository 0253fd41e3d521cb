import type { Fault } from "./faults.ts";

/** Raised where a calculation would go on longer than it may: which input to lessen, and the bound. */
export class TooMuchEffort extends Error {
  readonly fault: Fault;
  constructor(fault: Fault) {
    super(`${fault.path}: ${fault.message}`);
    this.name = "TooMuchEffort";
    this.fault = fault;
  }
}

/**
 * Counts work where it is done: how long a calculation takes often shows only on its way. A count, unlike a clock, ends at the same
 * place on every machine.
 */
export class Effort {
  private spent = 0;
  /** `within` counts along: a part of a longer work. */
  constructor(
    private readonly most: number,
    private readonly within: Effort | null = null,
  ) {}
  /** So much was done. */
  spend(work: number): void {
    this.spent += work;
    this.within?.spend(work);
  }
  /** How much of it is done, 0 to 1. */
  get share(): number {
    return Math.min(1, this.spent / this.most);
  }
  /** Nothing more may be begun. */
  get isSpent(): boolean {
    return this.spent >= this.most;
  }
}
