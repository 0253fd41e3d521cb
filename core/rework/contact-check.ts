import { z } from "zod";
import { defineCalculation } from "../calculation.ts";
import { boundedWhole, oneOf } from "../units.ts";
import { t } from "../../words/rework.ts";

/** More contacts than this no flex of a bench has. */
export const MOST_CONTACTS = 200;

const contact = () => boundedWhole(1, MOST_CONTACTS);

export const probeReadings = ["beep", "silence"] as const;
export type ProbeReading = (typeof probeReadings)[number];

/** What the meter said between two contacts. */
export const probe = z.strictObject({
  a: contact(),
  b: contact(),
  reading: z.enum(probeReadings, { error: () => t("must-be-beep-or-silence") }),
});

/** How many contacts a joint has and which of them are meant to be joined. */
export const contactPlan = z.strictObject({
  contacts: boundedWhole(2, MOST_CONTACTS),
  mode: oneOf(["neighbours", "all pairs"]),
  nets: z.array(z.array(contact()).min(2).max(MOST_CONTACTS)).max(100).default([]),
});
export type ContactPlan = z.output<typeof contactPlan>;

function checkPlan(
  { contacts, nets }: Pick<ContactPlan, "contacts" | "nets">,
  context: z.core.$RefinementCtx,
): void {
  const seen = new Set<number>();
  nets.forEach((net, i) =>
    net.forEach((number, k) => {
      const wrong =
        number > contacts
          ? t("must-be-one-of-the-contacts", { number, contacts })
          : seen.has(number)
            ? t("stands-in-two-nets", { number })
            : null;
      seen.add(number);
      if (wrong) context.addIssue({ code: "custom", path: ["nets", i, k], message: wrong });
    }),
  );
}

export const contactCheckInput = z
  .strictObject({ ...contactPlan.shape, readings: z.array(probe).max(100_000).default([]) })
  .superRefine((input, context) => {
    checkPlan(input, context);
    input.readings.forEach(({ a, b }, i) => {
      const wrong =
        a === b
          ? t("must-not-be-probed-against-itself", { a })
          : Math.max(a, b) > input.contacts
            ? t("must-be-one-of-the-contacts-2", { a: Math.max(a, b), contacts: input.contacts })
            : null;
      if (wrong) context.addIssue({ code: "custom", path: ["readings", i, "b"], message: wrong });
    });
  });
export type ContactCheckInput = z.input<typeof contactCheckInput>;

const pair = z.strictObject({ a: z.int(), b: z.int() });

export const contactCheckResult = z.strictObject({
  /** Every pair that the mode asks for, in the order in which they are probed, with what is right for it. */
  pairs: z.array(z.strictObject({ ...pair.shape, expected: z.enum(probeReadings) })),
  /** The first that is neither read nor follows from what was read. */
  next: z.strictObject({ ...pair.shape, expected: z.enum(probeReadings) }).nullable(),
  faults: z.array(
    z.strictObject({
      ...pair.shape,
      kind: z.enum(["short", "open"]),
      /** Nobody probed this pair: it follows from others. */
      follows: z.boolean(),
    }),
  ),
  untested: z.array(pair),
  /** Pairs read as silent although others say that they are joined: a probe that slipped. */
  contradictions: z.array(pair),
});
export type ContactCheck = z.output<typeof contactCheckResult>;

const keyOf = (a: number, b: number) => `${Math.min(a, b)} ${Math.max(a, b)}`;

/** Neighbours first, then those one farther apart, and so on; where only neighbours are asked for, the joins that are meant too. */
function pairsOf({ contacts, mode, nets }: ContactPlan): { a: number; b: number }[] {
  const pairs: { a: number; b: number }[] = [];
  const most = mode === "neighbours" ? 1 : contacts - 1;
  for (let apart = 1; apart <= most; apart += 1) {
    for (let a = 1; a + apart <= contacts; a += 1) pairs.push({ a, b: a + apart });
  }
  const known = new Set(pairs.map(({ a, b }) => keyOf(a, b)));
  for (const net of nets) {
    const inOrder = [...net].sort((x, y) => x - y);
    inOrder.slice(1).forEach((b, i) => {
      const a = inOrder[i]!;
      if (!known.has(keyOf(a, b))) pairs.push({ a, b });
    });
  }
  return pairs;
}

/**
 * Which contacts to probe, and what the meter's beeps and silences mean: a beep where none is meant is a short, a silence where a join is
 * meant an open. Joined contacts are one: what beeps with one of them beeps with all, and is silent with all, so what follows is not asked
 * for. The last reading of a pair counts. Contacts are numbered from 1. Source: none needed; it is bookkeeping of an equivalence.
 */
export function calculateContactCheck(input: ContactCheckInput): ContactCheck {
  const parsed = contactCheckInput.parse(input);
  const { contacts, nets, readings } = parsed;
  const last = new Map<string, { a: number; b: number; reading: ProbeReading }>();
  for (const reading of readings) last.set(keyOf(reading.a, reading.b), reading);
  const group = Array.from({ length: contacts + 1 }, (_, i) => i);
  const rootOf = (number: number): number => {
    let root = number;
    while (group[root] !== root) root = group[root]!;
    return root;
  };
  for (const { a, b, reading } of last.values()) if (reading === "beep") group[rootOf(a)] = rootOf(b);
  const apart = new Set<string>();
  const contradictions: { a: number; b: number }[] = [];
  for (const { a, b, reading } of last.values()) {
    if (reading === "beep") continue;
    if (rootOf(a) === rootOf(b)) contradictions.push({ a, b });
    else apart.add(keyOf(rootOf(a), rootOf(b)));
  }
  const netOf = new Map<number, number>();
  nets.forEach((net, i) => net.forEach((number) => netOf.set(number, i)));
  const pairs = pairsOf(parsed).map(({ a, b }) => {
    const isMeant = netOf.has(a) && netOf.get(a) === netOf.get(b);
    return { a, b, expected: isMeant ? ("beep" as const) : ("silence" as const) };
  });
  const isOf = (a: number, b: number): ProbeReading | null => {
    const own = last.get(keyOf(a, b));
    if (own) return own.reading;
    if (rootOf(a) === rootOf(b)) return "beep";
    return apart.has(keyOf(rootOf(a), rootOf(b))) ? "silence" : null;
  };
  const untested = pairs.filter(({ a, b }) => isOf(a, b) === null);
  return {
    pairs,
    next: untested[0] ?? null,
    faults: pairs.flatMap(({ a, b, expected }) => {
      const is = isOf(a, b);
      if (is === null || is === expected) return [];
      return [
        {
          a,
          b,
          kind: is === "beep" ? ("short" as const) : ("open" as const),
          follows: !last.has(keyOf(a, b)),
        },
      ];
    }),
    untested: untested.map(({ a, b }) => ({ a, b })),
    contradictions,
  };
}

export const contactCheck = defineCalculation({
  name: "contact-check",
  purpose: "Which contacts of a joint to probe, and where shorts and opens are by beep or silence.",
  input: contactCheckInput,
  result: contactCheckResult,
  calculate: calculateContactCheck,
});
