import { randomUUID } from "node:crypto";
import { sendAsOwner } from "../signed-in.ts";

/** A move that was shown as saved. */
export interface Saved {
  id: string;
  code: string;
  /** Who pressed: what one presses keeps its order. */
  by: string;
}

/** What a stress run has pressed and been told. */
export class Ledger {
  readonly saved: Saved[] = [];
  /** Everything that was ever sent, saved or not. */
  readonly sent = new Set<string>();
  /** How often each answer came: a status, or "no answer". */
  readonly answers = new Map<string, number>();

  count(answer: string): void {
    this.answers.set(answer, (this.answers.get(answer) ?? 0) + 1);
  }
}

const LONGEST_ANSWER_MS = 15_000;

let opened = 0;

/** A job code that nobody has yet. */
export const freshCode = (): string => `ZZ-${(opened += 1)}`;

/** Sends JSON once: the status with what was said, or null where no answer came. */
export async function post(url: string, body: unknown): Promise<{ status: number; said: unknown } | null> {
  try {
    const answer = await sendAsOwner(url, body, AbortSignal.timeout(LONGEST_ANSWER_MS));
    return { status: answer.status, said: await answer.json() };
  } catch {
    return null;
  }
}

export const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

const MOST_TRIES = 400;
const RETRY_MS = 40;

/** Sends the same again, as the outbox does, until it is answered for good. */
export async function postUntilTold(
  ledger: Ledger,
  url: string,
  body: unknown,
): Promise<{ status: number; said: unknown }> {
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    const answer = await post(url, body);
    ledger.count(answer ? String(answer.status) : "no answer");
    if (answer && answer.status < 500) return answer;
    await pause(RETRY_MS * (1 + Math.random()));
  }
  throw new Error(`${url} gave no answer in ${MOST_TRIES} tries`);
}

/** A move as a bench sends it. */
export const moveOf = (kind: string, data: unknown, by: string) => ({
  id: randomUUID() as string,
  kind,
  version: 1,
  data,
  who: "tove",
  toldAt: new Date().toISOString(),
  device: by,
});

/** Presses once and waits until it is saved or refused; whether it was saved. */
export async function press(
  ledger: Ledger,
  url: string,
  code: string,
  move: ReturnType<typeof moveOf>,
): Promise<boolean> {
  ledger.sent.add(move.id);
  const { status } = await postUntilTold(ledger, `${url}/api/jobs/${code}/moves`, [move]);
  const isSaved = status === 200 || status === 201;
  if (isSaved) ledger.saved.push({ id: move.id, code, by: move.device });
  return isSaved;
}

/** Opens a job over the interface; its code. */
export async function open(ledger: Ledger, url: string): Promise<string> {
  const code = freshCode();
  const opening = moveOf(
    "job-opened",
    { complaint: "cracked", route: "layer", films: [], bondMethod: "liquid" },
    "desk",
  );
  ledger.sent.add(opening.id);
  const { status, said } = await postUntilTold(ledger, `${url}/api/jobs`, {
    id: randomUUID(),
    code,
    family: "TK-5",
    opening,
  });
  if (status > 201) throw new Error(`${code} was not opened: ${JSON.stringify(said)}`);
  ledger.saved.push({ id: opening.id, code, by: "desk" });
  return code;
}
