import { z } from "zod";
import { usual } from "../usual.ts";
import { defineCalculation } from "../calculation.ts";
import { boundedWhole, oneOf } from "../units.ts";
import { t } from "../../words/rework.ts";

/** More contacts than this no flex of a bench has. */
export const MOST_CONTACTS = 200;

const contact = () => boundedWhole(1, MOST_CONTACTS);

export const probeReadings = ["beep", "silence"] as const;
export type ProbeReading = (typeof probeReadings)[number];

/** The far end of a contact's own line, where the flex or the cable arrives. */
export const FAR_END = "end";

/** What the meter said between two contacts, or between a contact and the far end of its line. */
export const probe = z.strictObject({
  a: contact(),
  b: z.union([contact(), z.literal(FAR_END)], {
    error: () => t("must-be-a-contact-or-end", { MOST_CONTACTS }),
  }),
  reading: z.enum(probeReadings, { error: () => t("must-be-beep-or-silence") }),
});

/** The higher of the contacts that are probed. */
export const highestOf = ({ a, b }: { a: number; b: number | typeof FAR_END }): number =>
  b === FAR_END ? a : Math.max(a, b);

/** Pairs show what touches that should not; ends show a single contact that does not hold. */
const modes = ["neighbours", "all pairs", "ends"] as const;

/** How many contacts a joint has, what is probed of it, and which of them are meant to be joined. */
export const contactPlan = z.strictObject({
  contacts: boundedWhole(2, MOST_CONTACTS),
  mode: z.union([oneOf(modes), z.array(oneOf(modes)).min(1).max(modes.length)], {
    error: () => t("must-be-one-or-several-of", { modes: modes.join(", ") }),
  }),
  nets: usual(
    z.array(z.array(contact()).min(2).max(MOST_CONTACTS)).max(100),
    [],
    "no contacts are meant to be joined",
  ),
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
  .strictObject({
    ...contactPlan.shape,
    readings: usual(z.array(probe).max(100_000), [], "nothing is probed yet"),
  })
  .superRefine((input, context) => {
    checkPlan(input, context);
    input.readings.forEach(({ a, b }, i) => {
      const wrong =
        a === b
          ? t("must-not-be-probed-against-itself", { a })
          : highestOf({ a, b }) > input.contacts
            ? t("must-be-one-of-the-contacts-2", { a: highestOf({ a, b }), contacts: input.contacts })
            : null;
      if (wrong) context.addIssue({ code: "custom", path: ["readings", i, "b"], message: wrong });
    });
  });
export type ContactCheckInput = z.input<typeof contactCheckInput>;

const pair = z.strictObject({ a: z.int(), b: z.union([z.int(), z.literal(FAR_END)]) });
/** Two contacts, or one and the far end of its line. */
export type Probed = z.output<typeof pair>;

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

/** The places that are probed, by number: the contacts from 1, then the far ends in the same order. */
const placesIn =
  (contacts: number) =>
  ({ a, b }: Probed): [number, number] => [a, b === FAR_END ? contacts + a : b];

/**
 * Each line from end to end first; then neighbours, those one farther apart, and so on; where not all pairs are asked for, the joins that
 * are meant too.
 */
function pairsOf({ contacts, mode, nets }: ContactPlan): Probed[] {
  const asked = new Set([mode].flat());
  const pairs: { a: number; b: number }[] = [];
  const most = asked.has("all pairs") ? contacts - 1 : asked.has("neighbours") ? 1 : 0;
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
  const ends = asked.has("ends")
    ? Array.from({ length: contacts }, (_, i) => ({ a: i + 1, b: FAR_END }))
    : [];
  return [...(ends as Probed[]), ...pairs];
}

/**
 * Which contacts to probe, and what the meter's beeps and silences mean: a beep where none is meant is a short, a silence where a join is
 * meant an open. A contact that is silent with the far end of its own line is open by itself, which no probing among contacts shows; the
 * far end of a line that is joined with another on purpose can be reached through that one. Joined contacts are one: what beeps with one of them beeps with all, and is silent with all, so what follows is not asked
 * for. The last reading of a pair counts. Contacts are numbered from 1. Source: none needed; it is bookkeeping of an equivalence.
 */
export function calculateContactCheck(input: ContactCheckInput): ContactCheck {
  const parsed = contactCheckInput.parse(input);
  const { contacts, nets, readings } = parsed;
  const places = placesIn(contacts);
  const last = new Map<string, { asked: Probed; a: number; b: number; reading: ProbeReading }>();
  for (const { a, b, reading } of readings) {
    const [from, to] = places({ a, b });
    last.set(keyOf(from, to), { asked: { a, b }, a: from, b: to, reading });
  }
  const group = Array.from({ length: 2 * contacts + 1 }, (_, i) => i);
  const rootOf = (number: number): number => {
    let root = number;
    while (group[root] !== root) root = group[root]!;
    return root;
  };
  for (const { a, b, reading } of last.values()) if (reading === "beep") group[rootOf(a)] = rootOf(b);
  const apart = new Set<string>();
  const contradictions: Probed[] = [];
  for (const { asked, a, b, reading } of last.values()) {
    if (reading === "beep") continue;
    if (rootOf(a) === rootOf(b)) contradictions.push(asked);
    else apart.add(keyOf(rootOf(a), rootOf(b)));
  }
  const netOf = new Map<number, number>();
  nets.forEach((net, i) => net.forEach((number) => netOf.set(number, i)));
  const pairs = pairsOf(parsed).map(({ a, b }) => {
    const isMeant = b === FAR_END || (netOf.has(a) && netOf.get(a) === netOf.get(b));
    return { a, b, expected: isMeant ? ("beep" as const) : ("silence" as const) };
  });
  const isOf = (between: Probed): ProbeReading | null => {
    const [a, b] = places(between);
    const own = last.get(keyOf(a, b));
    if (own) return own.reading;
    if (rootOf(a) === rootOf(b)) return "beep";
    return apart.has(keyOf(rootOf(a), rootOf(b))) ? "silence" : null;
  };
  const untested = pairs.filter((between) => isOf(between) === null);
  return {
    pairs,
    next: untested[0] ?? null,
    faults: pairs.flatMap(({ a, b, expected }) => {
      const is = isOf({ a, b });
      if (is === null || is === expected) return [];
      return [
        {
          a,
          b,
          kind: is === "beep" ? ("short" as const) : ("open" as const),
          follows: !last.has(keyOf(...places({ a, b }))),
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
