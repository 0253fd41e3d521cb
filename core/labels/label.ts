import { readBadge } from "./badge.ts";

/** What a label names: a bottle, roll or sheet by its lot, a device and its tray by their job, or a part that came off by its job and its key. */
export const labelled = ["lot", "job", "part"] as const;
export type Labelled = (typeof labelled)[number];

export interface Label {
  of: Labelled;
  code: string;
}

const PREFIX = "half-lift";
/** No code is longer. */
const MOST_LETTERS = 100;

/**
 * Which part of which job a code names; null where it names none.
 *
 * @example
 * partOf("GW-1160/back-cover") // { job: "GW-1160", part: "back-cover" }
 */
export function partOf(code: string): { job: string; part: string } | null {
  // A job's code may hold a stroke, a part's key does not.
  const at = code.lastIndexOf("/");
  return at > 0 && at < code.length - 1 ? { job: code.slice(0, at), part: code.slice(at + 1) } : null;
}

/**
 * What the code on a label says.
 *
 * @example
 * labelText({ of: "lot", code: "LA-2231" }) // "half-lift/lot/LA-2231"
 */
export const labelText = ({ of, code }: Label): string => `${PREFIX}/${of}/${encodeURIComponent(code)}`;

/** A code without the blanks about it; null where it is none. */
function codeOf(text: string): string | null {
  const code = text.trim();
  return code.length > 0 && code.length <= MOST_LETTERS ? code : null;
}

/**
 * What a code that was read names; null where it is no label of this product.
 *
 * @example
 * readLabel("half-lift/job/GW-1160") // { of: "job", code: "GW-1160" }
 */
export function readLabel(text: string): Label | null {
  const [prefix, kind, written, ...rest] = text.trim().split("/");
  const of = labelled.find((one) => one === kind);
  if (prefix !== PREFIX || of === undefined || written === undefined || rest.length > 0) return null;
  try {
    const code = codeOf(decodeURIComponent(written));
    return code === null ? null : { of, code };
  } catch {
    return null;
  }
}

/**
 * The code of a kind that was read: of a label of this product, or plainly what a maker's own code says. Null for a label of another kind, and
 * for somebody's badge, which is nobody else's to see.
 *
 * @example
 * codeRead("lot", "LA-2231") // "LA-2231"
 */
export function codeRead(of: Labelled, text: string): string | null {
  if (readBadge(text) !== null) return null;
  const read = readLabel(text);
  return read ? (read.of === of ? read.code : null) : codeOf(text);
}
