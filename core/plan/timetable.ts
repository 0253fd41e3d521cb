import { EPSILON, isLater, Line } from "./line.ts";
import type { PlanModel, Step, Unit } from "./plan-model.ts";

/** How good a timetable is: what does not fit at all, minutes; minutes late, weighted; when all is done. */
export interface Score {
  amiss: number;
  tardiness: number;
  makespan: number;
}

/** A batch under way: steps of one program that begin together. */
interface Batch {
  start: number;
  end: number;
  program: string | null;
  steps: number[];
}

/** Such a time stands for never: the shifts are over. */
const NEVER_COSTS = 1e6;
/** A linked unit is moved so often until its waits are kept. */
const MOST_TRIES = 200;

/**
 * Steps placed one unit after the other, each at the earliest moment at which its station and somebody for it are free. `placeAll` may be
 * asked again and again with other orders.
 */
export class Timetable {
  readonly start: Float64Array;
  /** How long it takes: by who does it, where that makes a difference. */
  readonly length: Float64Array;
  /** By place among the station's, from 0; for a batch which of it. */
  readonly place: Int32Array;
  /** -1 without hands. */
  readonly technician: Int32Array;
  /** Who is to do a step; -1 for whoever ends it soonest. */
  readonly by: Int32Array;
  /** Before when a unit is not begun, by its first step, although it could be: so that another goes between its steps, or a batch fills. */
  readonly putOff: Float64Array;
  /** The step that kept the station, or the technician, until this one began; -1 where none did. */
  readonly stationBy: Int32Array;
  readonly handsBy: Int32Array;
  /** Whether it began as soon as the step before it, or its release, let it. */
  readonly atOnce: Uint8Array;
  /** Whether it began when somebody's shift did. */
  readonly atShift: Uint8Array;
  /** Whether it was held back so that the step after it does not wait too long. */
  readonly heldBack: Uint8Array;
  /** How many places and people have been asked so far: the work of it. */
  asked = 0;
  /** What pinned steps do that they may not: the step, and in which way. */
  readonly clashes: { step: Step; way: "order" | "station" | "hands" }[] = [];

  private readonly places: Line[][];
  private readonly people: Line[];
  private readonly basePlaces: Line[][];
  private readonly basePeople: Line[];
  private readonly batches: (Batch[] | null)[];
  private readonly baseBatches: (Batch[] | null)[];
  private chosenPlace = 0;
  private chosenPerson = 0;

  constructor(readonly model: PlanModel) {
    const many = model.steps.length;
    this.start = new Float64Array(many);
    this.length = Float64Array.from(model.steps, ({ length }) => length);
    this.place = new Int32Array(many);
    this.technician = new Int32Array(many).fill(-1);
    this.by = new Int32Array(many).fill(-1);
    this.putOff = new Float64Array(many);
    this.stationBy = new Int32Array(many).fill(-1);
    this.handsBy = new Int32Array(many).fill(-1);
    this.atOnce = new Uint8Array(many);
    this.atShift = new Uint8Array(many);
    this.heldBack = new Uint8Array(many);
    const copy = (line: Line) => {
      const made = new Line(line.starts.length);
      made.become(line);
      return made;
    };
    this.basePlaces = model.places;
    this.basePeople = model.technicians.map(({ line }) => line);
    this.baseBatches = model.stations.map(({ kind }) => (kind === "batch" ? [] : null));
    for (const step of model.steps) if (step.fixed) this.pin(step);
    this.places = this.basePlaces.map((lines) => lines.map(copy));
    this.people = this.basePeople.map(copy);
    this.batches = this.baseBatches.map(() => null);
  }

  endOf(step: Step): number {
    return this.start[step.at]! + this.length[step.at]!;
  }

  /** Places all units in this order. */
  placeAll(order: readonly Unit[]): Score {
    this.places.forEach((lines, k) => lines.forEach((line, i) => line.become(this.basePlaces[k]![i]!)));
    this.people.forEach((line, k) => line.become(this.basePeople[k]!));
    this.baseBatches.forEach((batches, k) => {
      this.batches[k] = batches && batches.map((batch) => ({ ...batch, steps: [...batch.steps] }));
    });
    let amiss = NEVER_COSTS * this.clashes.length;
    for (const unit of order) amiss += this.placeUnit(unit);
    let [tardiness, makespan] = [0, 0];
    for (const job of this.model.jobs) {
      const end = this.endOf(job.steps.at(-1)!);
      if (end === Infinity) continue;
      if (isLater(end, job.due)) tardiness += job.weight * (end - job.due);
      makespan = Math.max(makespan, end);
    }
    return { amiss, tardiness, makespan };
  }

  /** Where a pinned step is. What it may not do is kept as a clash. */
  private pin(step: Step): void {
    const { start, place, technician } = step.fixed!;
    const end = start + step.length;
    const clash = (way: "order" | "station" | "hands") => this.clashes.push({ step, way });
    this.start[step.at] = start;
    const { steps } = this.model.jobs[step.job]!;
    const before = steps
      .slice(0, step.index)
      .filter(({ fixed }) => fixed)
      .at(-1);
    if (before && isLater(this.endOf(before), start)) clash("order");
    const lines = this.basePlaces[step.station]!;
    const batches = this.baseBatches[step.station];
    const isFree = (line: Line) => line.fit(start, step.length) <= start + EPSILON;
    if (batches) {
      if (!this.joinBatch(step, batches, lines[0]!, start)) clash("station");
    } else {
      const at = place ?? lines.findIndex(isFree);
      const line = lines[at];
      if (!line || !isFree(line)) clash("station");
      else {
        this.place[step.at] = at;
        if (step.length > 0) line.add(step.at, start, end);
      }
    }
    if (!step.who) return;
    // What is pinned may go on after a shift: somebody stayed.
    const isIdle = (line: Line) =>
      !line.steps.some(
        (other, k) =>
          k < line.many && other >= 0 && line.starts[k]! < end - EPSILON && line.ends[k]! > start + EPSILON,
      );
    const at =
      technician ??
      step.who.find((k) => isFree(this.basePeople[k]!)) ??
      step.who.find((k) => isIdle(this.basePeople[k]!));
    if (at === undefined || !isIdle(this.basePeople[at]!)) clash("hands");
    else {
      this.technician[step.at] = at;
      if (step.length > 0) this.basePeople[at]!.add(step.at, start, end);
    }
  }

  /** Puts a step into a batch that begins then, or begins one; false where neither can be. */
  private joinBatch(step: Step, batches: Batch[], line: Line, start: number): boolean {
    const batch = batches.find((one) => this.mayJoin(step, one, line, start));
    const end = start + this.length[step.at]!;
    if (batch) {
      this.place[step.at] = batch.steps.length;
      batch.steps.push(step.at);
      this.lengthen(batch, line, Math.max(batch.end, end));
      return true;
    }
    if (line.fit(start, end - start) > start + EPSILON) return false;
    this.place[step.at] = 0;
    batches.push({ start, end, program: step.program, steps: [step.at] });
    line.add(step.at, start, end);
    return true;
  }

  private lengthen(batch: Batch, line: Line, end: number): void {
    const first = batch.steps[0]!;
    line.remove(first);
    batch.end = end;
    line.add(first, batch.start, end);
  }

  private mayJoin(step: Step, batch: Batch, line: Line, start: number): boolean {
    if (Math.abs(batch.start - start) > EPSILON || step.program === null || batch.program !== step.program)
      return false;
    if (batch.steps.length >= this.model.stations[step.station]!.places) return false;
    // A longer step may not run into what comes after the batch.
    const end = batch.start + this.length[step.at]!;
    return end <= batch.end + EPSILON || line.fit(batch.end, end - batch.end) <= batch.end + EPSILON;
  }

  /** Places the steps of a unit; what is amiss then, minutes. */
  private placeUnit({ steps, latest, until, earliestEnd }: Unit): number {
    const first = steps[0]!;
    const before = first.index > 0 ? this.model.jobs[first.job]!.steps[first.index - 1]! : null;
    const free = Math.max(
      this.model.frozenUntil,
      this.putOff[first.at]!,
      before ? this.endOf(before) : this.model.jobs[first.job]!.release,
    );
    if (steps.length === 1 && until === Infinity && latest === Infinity) {
      this.placeStep(first, free);
      this.heldBack[first.at] = 0;
      return this.start[first.at] === Infinity ? NEVER_COSTS : 0;
    }
    const notBefore = new Float64Array(steps.length).fill(-Infinity);
    notBefore[steps.length - 1] = earliestEnd - steps.at(-1)!.length;
    let amiss = 0;
    for (let tries = 0; ; tries += 1) {
      amiss = 0;
      let ready = free;
      let late = -1;
      for (let i = 0; i < steps.length && late < 0; i += 1) {
        const step = steps[i]!;
        this.placeStep(step, Math.max(ready, notBefore[i]!));
        this.heldBack[step.at] = notBefore[i]! > ready + EPSILON ? 1 : 0;
        const start = this.start[step.at]!;
        const previous = steps[i - 1];
        if (previous && isLater(start, this.endOf(previous) + previous.wait)) {
          // The one before has to begin later.
          const needed = start - previous.wait - this.length[previous.at]!;
          if (start < Infinity && tries < MOST_TRIES && needed > this.start[previous.at]! + EPSILON) {
            notBefore[i - 1] = needed;
            late = i;
          } else amiss += Math.min(NEVER_COSTS, start - this.endOf(previous) - previous.wait);
        }
        ready = this.endOf(step);
      }
      if (late < 0) break;
      for (let i = late; i >= 0; i -= 1) this.takeOut(steps[i]!);
    }
    const over = (moment: number, most: number) =>
      isLater(moment, most) ? Math.min(NEVER_COSTS, moment - most) : 0;
    return (
      amiss +
      over(this.start[first.at]!, latest) +
      over(this.endOf(steps.at(-1)!), until) +
      (this.endOf(steps.at(-1)!) === Infinity ? NEVER_COSTS : 0)
    );
  }

  /** Places a step at the earliest moment from `ready` on. */
  private placeStep(step: Step, ready: number): void {
    this.asked += 1;
    const k = step.at;
    this.length[k] = step.length;
    const start =
      ready === Infinity
        ? Infinity
        : step.lengths
          ? this.earliestByWhom(step, step.lengths, ready)
          : this.earliest(step, ready, this.by[k]! < 0 ? step.who : [this.by[k]!]);
    const length = this.length[k]!;
    this.start[k] = start;
    this.stationBy[k] = -1;
    this.handsBy[k] = -1;
    this.atShift[k] = 0;
    this.atOnce[k] = start <= ready + EPSILON ? 1 : 0;
    this.place[k] = 0;
    this.technician[k] = -1;
    if (start === Infinity) return;
    const lines = this.places[step.station]!;
    const batches = this.batches[step.station];
    const line = lines[batches ? 0 : this.chosenPlace]!;
    this.stationBy[k] = line.endingAt(start);
    if (batches) this.joinBatch(step, batches, line, start);
    else {
      this.place[k] = this.chosenPlace;
      if (length > 0) line.add(k, start, start + length);
    }
    if (!step.who) return;
    const person = this.people[this.chosenPerson]!;
    this.handsBy[k] = person.endingAt(start);
    this.atShift[k] = person.isUnblockedAt(start) ? 1 : 0;
    this.technician[k] = this.chosenPerson;
    if (length > 0) person.add(k, start, start + length);
  }

  /**
   * The earliest moment at which whoever is to do it can begin, where it takes one longer than another; whoever ends it soonest where nobody
   * is, and of several who end it at once whoever has least to do. Who, and how long, is noted.
   */
  private earliestByWhom(step: Step, lengths: Float64Array, ready: number): number {
    let [start, end, least] = [Infinity, Infinity, Infinity];
    let [who, place] = [-1, 0];
    const by = this.by[step.at]!;
    for (const k of step.who!) {
      if (by >= 0 && k !== by) continue;
      this.length[step.at] = lengths[k]!;
      const at = this.earliest(step, ready, [k]);
      const { many } = this.people[k]!;
      const over = at + lengths[k]!;
      if (at === Infinity || isLater(over, end) || (!isLater(end, over) && many >= least)) continue;
      [start, end, least, who, place] = [at, over, many, k, this.chosenPlace];
    }
    this.length[step.at] = who < 0 ? step.length : lengths[who]!;
    this.chosenPerson = who;
    this.chosenPlace = place;
    return start;
  }

  /** The earliest moment at which a place, and somebody if needed, is free; which are noted as chosen. Infinity where none ever is. */
  private earliest(step: Step, ready: number, who: readonly number[] | null): number {
    const lines = this.places[step.station]!;
    const batches = this.batches[step.station];
    const length = this.length[step.at]!;
    let at = ready;
    for (;;) {
      this.asked += lines.length + (who?.length ?? 0);
      const placed = batches
        ? this.earliestBatch(step, batches, lines[0]!, at)
        : this.earliestOf(lines, at, length);
      if (!who) return placed;
      const manned = this.earliestWho(who, placed, length);
      if (manned === Infinity || manned <= placed + EPSILON) return manned === Infinity ? Infinity : placed;
      at = manned;
    }
  }

  /** Of several places that are free at once the one that was taken last: it leaves the others' time in one piece. */
  private earliestOf(lines: readonly Line[], ready: number, length: number): number {
    let best = Infinity;
    let latest = -Infinity;
    for (let k = 0; k < lines.length; k += 1) {
      const start = lines[k]!.fit(ready, length);
      if (start > best + EPSILON) continue;
      const last = lines.length > 1 ? lines[k]!.lastBefore(start) : 0;
      if (start < best - EPSILON || last > latest) {
        best = start;
        latest = last;
        this.chosenPlace = k;
      }
    }
    return best;
  }

  /** Of several people that are free at once whoever can do least else, then whoever has least to do. */
  private earliestWho(who: readonly number[], ready: number, length: number): number {
    let best = Infinity;
    let fewest = Infinity;
    let least = Infinity;
    for (const k of who) {
      const start = this.people[k]!.fit(ready, length);
      if (start === Infinity || start > best + EPSILON) continue;
      const { stations } = this.model.technicians[k]!;
      const { many } = this.people[k]!;
      if (start < best - EPSILON || stations < fewest || (stations === fewest && many < least)) {
        best = start;
        fewest = stations;
        least = many;
        this.chosenPerson = k;
      }
    }
    return best;
  }

  private earliestBatch(step: Step, batches: readonly Batch[], line: Line, ready: number): number {
    let best = line.fit(ready, this.length[step.at]!);
    for (const batch of batches)
      if (
        batch.start >= ready - EPSILON &&
        batch.start <= best &&
        this.mayJoin(step, batch, line, batch.start)
      )
        best = batch.start;
    return best;
  }

  private takeOut(step: Step): void {
    if (this.start[step.at] === Infinity) return;
    const lines = this.places[step.station]!;
    const batches = this.batches[step.station];
    if (batches) {
      const at = batches.findIndex(({ steps }) => steps.includes(step.at));
      const batch = batches[at]!;
      const line = lines[0]!;
      line.remove(batch.steps[0]!);
      batch.steps.splice(batch.steps.indexOf(step.at), 1);
      if (batch.steps.length === 0) batches.splice(at, 1);
      else {
        batch.steps.forEach((k, i) => (this.place[k] = i));
        batch.end = batch.start + Math.max(...batch.steps.map((k) => this.length[k]!));
        line.add(batch.steps[0]!, batch.start, batch.end);
      }
    } else if (this.length[step.at]! > 0) lines[this.place[step.at]!]!.remove(step.at);
    const person = this.technician[step.at]!;
    if (person >= 0 && this.length[step.at]! > 0) this.people[person]!.remove(step.at);
  }
}
