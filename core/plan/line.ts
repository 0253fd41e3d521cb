/** A step ends and the next begins at the same moment within so many minutes: what sums of decimals lose. */
export const EPSILON = 1e-7;

/** Whether a moment is later than another by more than that. */
export const isLater = (moment: number, other: number): boolean => moment > other + EPSILON;

/**
 * What keeps one place or one person busy, in order: steps, and times that are blocked. Moments in minutes.
 *
 * @example
 * const line = new Line(2);
 * line.add(0, 10, 25);
 * line.fit(5, 8) // 25
 */
export class Line {
  readonly starts: Float64Array;
  readonly ends: Float64Array;
  /** Which step it is; -1 for a time that is blocked. */
  readonly steps: Int32Array;
  many = 0;

  constructor(most: number) {
    this.starts = new Float64Array(most);
    this.ends = new Float64Array(most);
    this.steps = new Int32Array(most);
  }

  /** The first interval that ends after a moment. */
  after(moment: number): number {
    let [low, high] = [0, this.many];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.ends[middle]! > moment + EPSILON) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The first moment from `ready` on at which so many minutes are free. */
  fit(ready: number, length: number): number {
    let start = ready;
    for (let k = this.after(ready); k < this.many; k += 1) {
      if (this.starts[k]! >= start + length - EPSILON) break;
      start = Math.max(start, this.ends[k]!);
    }
    return start;
  }

  /** The step that ends right where another would begin; -1 where none does, or a blocked time does. */
  endingAt(moment: number): number {
    const k = this.after(moment) - 1;
    return k >= 0 && this.ends[k]! >= moment - EPSILON ? this.steps[k]! : -1;
  }

  /** Whether a time that is blocked ends there. */
  isUnblockedAt(moment: number): boolean {
    const k = this.after(moment) - 1;
    return k >= 0 && this.ends[k]! >= moment - EPSILON && this.steps[k] === -1;
  }

  /** When the last interval before a moment ended; -1 where there is none. */
  lastBefore(moment: number): number {
    const k = this.after(moment) - 1;
    return k >= 0 ? this.ends[k]! : -1;
  }

  add(step: number, start: number, end: number): void {
    let k = this.many;
    while (k > 0 && this.starts[k - 1]! > start) {
      this.starts[k] = this.starts[k - 1]!;
      this.ends[k] = this.ends[k - 1]!;
      this.steps[k] = this.steps[k - 1]!;
      k -= 1;
    }
    this.starts[k] = start;
    this.ends[k] = end;
    this.steps[k] = step;
    this.many += 1;
  }

  remove(step: number): void {
    const k = this.steps.subarray(0, this.many).lastIndexOf(step);
    if (k < 0) return;
    this.starts.copyWithin(k, k + 1, this.many);
    this.ends.copyWithin(k, k + 1, this.many);
    this.steps.copyWithin(k, k + 1, this.many);
    this.many -= 1;
  }

  /** As another line of the same room. */
  become(other: Line): void {
    this.many = other.many;
    for (let k = 0; k < other.many; k += 1) {
      this.starts[k] = other.starts[k]!;
      this.ends[k] = other.ends[k]!;
      this.steps[k] = other.steps[k]!;
    }
  }
}
