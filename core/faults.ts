import { config, z } from "zod";
import { t } from "../words/trade.ts";

/** One thing wrong with an input: where it stands and what is wrong, with the value that was met. */
export interface Fault {
  /** Field path such as `phases[0].durationS`; empty for the whole input. */
  path: string;
  message: string;
}

/** What a value must be where its schema has no words of its own for it. */
function rule(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case "invalid_type":
      return t("must-be-of-kind", { kind: issue.expected });
    case "invalid_value":
      return t("must-be-one-of", { allowed: issue.values.map(String).join(", ") });
    case "too_small":
      return t("must-be-at-least", { least: Number(issue.minimum), of: issue.origin });
    case "too_big":
      return t("must-be-at-most", { most: Number(issue.maximum), of: issue.origin });
    default:
      return t("must-be-written-another-way");
  }
}
config({ localeError: rule });

/** What is wrong, by field. */
export const faultsByPath = (faults: readonly Fault[]): Record<string, string> =>
  Object.fromEntries(faults.map(({ path, message }) => [path, message]));

/** Writes a Zod path as a person would point at it: `layers[2].thicknessUm`. */
export function formatPath(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, part) =>
      typeof part === "number" ? `${text}[${part}]` : text === "" ? String(part) : `${text}.${String(part)}`,
    "",
  );
}

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (value, part) =>
      value !== null && typeof value === "object" ? (value as Record<PropertyKey, unknown>)[part] : undefined,
    input,
  );
}

function formatValue(value: unknown): string {
  if (typeof value === "number") return String(value);
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${text.slice(0, 57)}...` : text;
}

/**
 * Turns a failed parse into one fault for each wrong field, naming field, value and bounds.
 * Unknown fields are listed one by one. A union shows the faults of the branch that came closest.
 */
export function describeFaults(error: z.ZodError, input: unknown): Fault[] {
  return error.issues.flatMap((issue) => describeIssue(issue, [], input));
}

function describeIssue(issue: z.core.$ZodIssue, before: readonly PropertyKey[], input: unknown): Fault[] {
  const path = [...before, ...issue.path];
  if (issue.code === "unrecognized_keys") {
    return issue.keys.map((key) => ({
      path: formatPath([...path, key]),
      message: t("is-not-a-known-field"),
    }));
  }
  if (issue.code === "invalid_union" && issue.errors.length > 0) {
    const closest = [...issue.errors].sort((a, b) => deepest(b) - deepest(a) || a.length - b.length)[0]!;
    return closest.flatMap((inner) => describeIssue(inner, path, input));
  }
  const value = valueAt(input, path);
  const message =
    issue.code === "custom" || value === undefined
      ? value === undefined && issue.code !== "custom"
        ? t("is-missing", { message: issue.message })
        : issue.message
      : `${formatValue(value)} ${issue.message}`;
  return [{ path: formatPath(path), message }];
}

const deepest = (issues: readonly z.core.$ZodIssue[]) =>
  Math.max(0, ...issues.map((issue) => issue.path.length));

/** One line for a fault, as the command line and problem documents print it. */
export function formatFault(fault: Fault): string {
  return fault.path === "" ? fault.message : `${fault.path}: ${fault.message}`;
}
