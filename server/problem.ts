import type { Fault } from "../core/faults.ts";
import { isPracticeCode } from "../core/practice/attempt.ts";
import { t } from "../words/server.ts";

/** A problem document (RFC 9457) with the faults by field. */
export interface Problem {
  title: string;
  status: number;
  detail: string;
  faults?: Fault[];
  [extension: string]: unknown;
}

export function problem(
  status: number,
  title: string,
  detail: string,
  more: Record<string, unknown> = {},
): Response {
  const body: Problem = { title, status, detail, ...more };
  return new Response(JSON.stringify(body), {
    status,
    headers: { "content-type": "application/problem+json" },
  });
}

/** There is no job of a code. */
export const noSuchJob = (code = ""): Response =>
  problem(
    404,
    t("no-such-job"),
    isPracticeCode(code) ? t("not-in-practice") : t("there-is-no-job", { code }),
  );

export const faulty = (faults: Fault[]): Response =>
  problem(
    422,
    t("the-input-does-not-hold"),
    faults.map((fault) => (fault.path ? `${fault.path}: ${fault.message}` : fault.message)).join("\n"),
    { faults },
  );

export const json = (value: unknown, status = 200): Response =>
  new Response(JSON.stringify(value), { status, headers: { "content-type": "application/json" } });

/** Larger bodies than this are refused, bytes. A job document of 20 000 events stays well below. */
export const LARGEST_BODY = 16 * 1024 * 1024;

/** Reads a body of at most so many bytes, or answers that it is larger. The bytes have their memory to themselves. */
export async function readBytes(
  request: Request,
  mostBytes: number,
): Promise<{ bytes: Uint8Array<ArrayBuffer> } | { answer: Response }> {
  const tooLarge = () => ({
    answer: problem(
      413,
      t("too-large"),
      t("the-body-is-larger-than-mb", { mostBytes: mostBytes / 1024 / 1024 }),
    ),
  });
  // What says of itself that it is too large is not read at all.
  const told = Number(request.headers.get("content-length") ?? 0);
  if (told > mostBytes) return tooLarge();
  // Each piece goes to its place as it comes: putting a large body together at its end would keep everybody waiting.
  let bytes = new Uint8Array(told);
  let size = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    const end = size + chunk.byteLength;
    if (end > mostBytes) return tooLarge();
    if (end > bytes.length) {
      const longer = new Uint8Array(Math.min(mostBytes, Math.max(end, 2 * bytes.length)));
      longer.set(bytes.subarray(0, size));
      bytes = longer;
    }
    bytes.set(chunk, size);
    size = end;
  }
  return { bytes: size === bytes.length ? bytes : bytes.slice(0, size) };
}

/** No document of the product is nested half as deep; what is deeper would exhaust whoever walks it. */
const DEEPEST = 64;
const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const [LIST, LIST_END, OBJECT, OBJECT_END] = [0x5b, 0x5d, 0x7b, 0x7d];

/** Whether lists and objects lie in one another deeper than is allowed, by their brackets outside texts. */
function isTooDeep(bytes: Uint8Array): boolean {
  let depth = 0;
  let inText = false;
  for (let i = 0; i < bytes.length; i += 1) {
    const byte = bytes[i]!;
    if (inText) {
      if (byte === BACKSLASH) i += 1;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === LIST || byte === OBJECT) {
      depth += 1;
      if (depth > DEEPEST) return true;
    } else if (byte === LIST_END || byte === OBJECT_END) depth -= 1;
  }
  return false;
}

/** What a body says, or why it is not JSON. */
export function parseJson(bytes: Uint8Array): { body: unknown } | { notJson: string } {
  if (isTooDeep(bytes)) return { notJson: t("it-is-nested-deeper-than", { DEEPEST }) };
  try {
    return { body: JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)) };
  } catch (error) {
    return { notJson: (error as Error).message };
  }
}

export const notJson = (why: string): Response =>
  problem(400, t("not-json"), t("the-body-is-not-json-that-can", { why }));

/** Reads a JSON body, or answers what is wrong with it. */
export async function readBody(
  request: Request,
  mostBytes = LARGEST_BODY,
): Promise<{ body: unknown } | { answer: Response }> {
  const read = await readBytes(request, mostBytes);
  if ("answer" in read) return read;
  const parsed = parseJson(read.bytes);
  return "notJson" in parsed ? { answer: notJson(parsed.notJson) } : parsed;
}
