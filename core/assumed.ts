import { z } from "zod";

/** What stands in for a value that was not given: the words tell the value and where it comes from. */
export interface Assumption {
  /** Names of the fields that lead to it, with points between; "[]" for any entry of a list. */
  path: string;
  source: string;
}

/** What the schema says of a value that stands in for one that is missing. */
const sourceOf = (schema: z.ZodType): string | undefined => {
  const source = schema.meta()?.assumed;
  return typeof source === "string" ? source : undefined;
};

type Found = Map<string, string>;
type Collect = (value: unknown, path: string, found: Found) => void;

const within = (path: string, key: string) => (path === "" ? key : `${path}.${key}`);

const made = new WeakMap<z.ZodType, Collect | null>();

function collector(schema: z.ZodType): Collect | null {
  const known = made.get(schema);
  if (known !== undefined) return known;
  const built = build(schema);
  made.set(schema, built);
  return built;
}

function build(schema: z.ZodType): Collect | null {
  if (schema instanceof z.ZodDefault || schema instanceof z.ZodOptional || schema instanceof z.ZodNullable) {
    const inner = collector(schema.unwrap() as z.ZodType);
    const source = sourceOf(schema);
    if (inner === null && source === undefined) return null;
    return (value, path, found) => {
      if (value !== undefined) inner?.(value, path, found);
      else if (source !== undefined) found.set(path, source);
    };
  }
  if (schema instanceof z.ZodObject) {
    const fields = Object.entries(schema.shape as Record<string, z.ZodType>).flatMap(([key, field]) => {
      const collect = collector(field);
      return collect ? [{ key, collect }] : [];
    });
    if (fields.length === 0) return null;
    return (value, path, found) => {
      if (typeof value !== "object" || value === null) return;
      for (const { key, collect } of fields)
        collect((value as Record<string, unknown>)[key], within(path, key), found);
    };
  }
  if (schema instanceof z.ZodArray) {
    const collect = collector(schema.element as z.ZodType);
    if (!collect) return null;
    return (value, path, found) => {
      if (Array.isArray(value)) for (const entry of value) collect(entry, `${path}[]`, found);
    };
  }
  if (schema instanceof z.ZodUnion) {
    const options = (schema.options as z.ZodType[]).map((option) => ({ option, collect: collector(option) }));
    if (options.every(({ collect }) => collect === null)) return null;
    return (value, path, found) => {
      options.find(({ option }) => option.safeParse(value).success)?.collect?.(value, path, found);
    };
  }
  return null;
}

/**
 * What a calculation takes as usual because its input does not say it, in the order of its fields.
 */
export function assumedIn(schema: z.ZodType, input: unknown): Assumption[] {
  const found: Found = new Map();
  collector(schema)?.(input, "", found);
  return [...found].map(([path, source]) => ({ path, source }));
}

/**
 * Entries of `assumed` in words: those of the field that one names, else the entry itself.
 *
 * @example
 * assumedWords([{ path: "passMm", source: "passes at 0.5 mm" }], ["passMm", "no hinge"]) // ["passes at 0.5 mm", "no hinge"]
 */
export const assumedWords = (stoodIn: readonly Assumption[], assumed: readonly string[]): string[] =>
  assumed.map((entry) => stoodIn.find(({ path }) => path === entry)?.source ?? entry);

/** In words, what a calculation on this input rests on that nobody measured. */
export const assumptionsOf = (schema: z.ZodType, input: unknown, own: readonly string[] = []): string[] => [
  ...assumedIn(schema, input).map(({ source }) => source),
  ...own,
];
