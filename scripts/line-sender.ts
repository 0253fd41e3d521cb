import { randomUUID } from "node:crypto";
import {
  keptValue,
  learnedFrom,
  numbersIn,
  type LearnedLine,
  type PrintedUnit,
} from "../core/readings/line-form.ts";
import { readingFault, readingKinds, type ReadingKind } from "../core/records/reading.ts";

/** Where the readings of an instrument go. */
export interface Destination {
  /** The shop's own address. */
  shop: string;
  job: string;
  who: string;
  quantity: ReadingKind;
  /** By which the shop knows this machine. */
  token?: string | undefined;
}

/** How lines are read; what is not given is learned from the first line that holds a number. */
export interface Reading {
  example?: string;
  number?: number;
  unit?: PrintedUnit;
  /** At most one reading in so many seconds. */
  everyS: number;
}

const AGAIN_AFTER_MS = 2_000;
/** So many wait while the shop's server does not answer: beyond that the oldest go. */
const MOST_WAITING = 10_000;

/** Reads an instrument's lines and posts what they say, in their order, each once; keeps them while the server is away. */
export class LineSender {
  private readonly to: Destination;
  private readonly as: Reading;
  private readonly say: (words: string) => void;
  private learned: LearnedLine | null = null;
  private lastMs = -Infinity;
  private readonly waiting: { id: string; value: number; at: string }[] = [];
  private isSending = false;
  private isAway = false;

  constructor(to: Destination, as: Reading, say: (words: string) => void) {
    this.to = to;
    this.as = as;
    this.say = say;
    if (as.example !== undefined) this.learn(as.example);
  }

  /** Takes one line that came in at this time. */
  take(line: string, nowMs: number): void {
    if (this.learned === null) this.learn(line);
    const value = this.learned && keptValue(this.to.quantity, this.learned, line);
    if (value === null || nowMs - this.lastMs < 1_000 * this.as.everyS) return;
    const fault = readingFault(this.to.quantity, value);
    if (fault !== null) return this.say(`Not sent: ${fault}`);
    this.lastMs = nowMs;
    this.waiting.push({ id: randomUUID(), value, at: new Date(nowMs).toISOString() });
    if (this.waiting.length > MOST_WAITING) this.waiting.shift();
    void this.send();
  }

  private learn(line: string): void {
    const { to, as } = this;
    const learned = learnedFrom(to.quantity, line, as);
    if (learned === null) return;
    // What is said on the command line goes before what the line says.
    this.learned = { ...learned, unit: as.unit ?? learned.unit };
    const { value } = numbersIn(line)[learned.form.number] ?? {};
    const { label, unit } = readingKinds[to.quantity];
    this.say(`Learned from "${line.trim()}": ${value} ${this.learned.unit}, kept as ${label} in ${unit}.`);
  }

  private async send(): Promise<void> {
    if (this.isSending) return;
    this.isSending = true;
    for (let next = this.waiting[0]; next !== undefined; next = this.waiting[0]) {
      const said = await this.post(next);
      if (said === "later") {
        await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
        continue;
      }
      this.waiting.shift();
      this.say(said);
    }
    this.isSending = false;
  }

  /** What became of it, in words; "later" where the server is away. */
  private async post({ id, value, at }: { id: string; value: number; at: string }): Promise<string> {
    const { shop, job, who, quantity, token } = this.to;
    const answer = await fetch(new URL(`/api/jobs/${encodeURIComponent(job)}/readings`, shop), {
      method: "POST",
      headers: {
        "content-type": "application/json",
        ...(token === undefined ? {} : { authorization: `Bearer ${token}` }),
      },
      body: JSON.stringify({ id, who, quantity, value, at }),
    }).catch(() => null);
    if (answer === null || answer.status >= 500) {
      if (!this.isAway) this.say("The shop's server does not answer: readings wait here.");
      this.isAway = true;
      return "later";
    }
    this.isAway = false;
    if (answer.ok) return `${at.slice(11, 19)}  ${value} ${readingKinds[quantity].unit}`;
    return `Not taken (${answer.status}): ${(await answer.text()).slice(0, 300)}`;
  }
}
