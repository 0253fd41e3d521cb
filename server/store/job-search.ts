import type pg from "pg";
import { z } from "zod";
import { repairRoutes } from "../../core/device/routes.ts";
import { outcomes } from "../../core/intake/intake-slot.ts";
import { panelSketch, type PanelSketch } from "../../core/stack/panel-sketch.ts";
import { familiesOf } from "./families.ts";
import { t } from "../../words/server.ts";
import { oneOf } from "../../core/units.ts";

export const jobStates = ["open", ...outcomes] as const;
export const jobOrders = ["newest", "due"] as const;

/** More words than this are not looked for. */
const MOST_WORDS = 5;
/** So many jobs are told at a time. */
export const JOBS_AT_ONCE = 30;
/** Beyond this many they are not counted. */
const MOST_COUNTED = 200;

/** What a list of jobs is asked for: every part may be left out. */
export const jobQuery = z.object({
  /** Words of the ticket: code, serial number, fault, customer, family. All of them must be there, each as a part of a word, short ones as its beginning. */
  find: z
    .string()
    .trim()
    .max(100, { error: () => t("must-be-at-most-100-characters") })
    .refine((text) => text.split(/\s+/).length <= MOST_WORDS, {
      error: () => t("must-be-at-most-words", { MOST_WORDS }),
    })
    .default(""),
  state: oneOf(jobStates).optional(),
  route: oneOf(repairRoutes).optional(),
  /** A family's code, every version of it. */
  family: z.string().max(80).optional(),
  /** Jobs that used something of this lot. */
  lot: z.string().max(80).optional(),
  order: oneOf(jobOrders).default("newest"),
  skip: z.coerce.number().int().min(0).max(100_000).default(0),
});
export type JobQuery = z.output<typeof jobQuery>;

export interface JobSummary {
  code: string;
  /** Of `panels`. */
  familyId: string;
  family: string;
  route: string;
  complaint: string;
  customer: string;
  serial: string;
  openedAt: string;
  dueAt: string | null;
  endedAt: string | null;
  outcome: string | null;
  /** It was recorded by the first version, and can only be read. */
  isFirstVersion: boolean;
}

export interface FoundJobs {
  jobs: JobSummary[];
  /** Of the families that these jobs are of, by their ids. */
  panels: Record<string, PanelSketch>;
  /** How many there are in all; `atLeast` where counting stopped. */
  total: number;
  atLeast: boolean;
}

/** A part of a word, as LIKE takes it; of one or two letters the beginning, which an index can find. */
const like = (word: string) =>
  `%${word.length < 3 ? " " : ""}${word.toLowerCase().replace(/[\\%_]/g, "\\$&")}%`;

const WHERE = `WHERE ($1::text IS NULL OR ticket LIKE $1) AND ($2::text IS NULL OR ticket LIKE $2)
  AND ($3::text IS NULL OR ticket LIKE $3) AND ($4::text IS NULL OR ticket LIKE $4) AND ($5::text IS NULL OR ticket LIKE $5)
  AND CASE WHEN $6::text IS NULL THEN true WHEN $6 = 'open' THEN ended_at IS NULL ELSE outcome = $6 END
  AND ($7::text IS NULL OR route = $7)
  AND ($8::text IS NULL OR family_id IN (SELECT id FROM family WHERE code = $8))
  AND ($9::text IS NULL OR id IN (SELECT job_id FROM spent WHERE lot = $9))`;

/** Jobs of every state, with what a list shows of them. */
export async function searchJobs(pool: pg.Pool, query: JobQuery): Promise<FoundJobs> {
  const { find, state, route, family, lot, order, skip } = query;
  const words = find === "" ? [] : find.split(/\s+/).map(like);
  const asked = [
    ...Array.from({ length: MOST_WORDS }, (_, i) => words[i] ?? null),
    state ?? null,
    route ?? null,
    family ?? null,
    lot ?? null,
  ];
  const [found, counted] = await Promise.all([
    pool.query<{
      code: string;
      family_id: string;
      route: string;
      complaint: string;
      customer: string | null;
      serial: string;
      opened_at: Date;
      due_at: Date | null;
      ended_at: Date | null;
      outcome: string | null;
      is_first_version: boolean;
    }>(
      `SELECT found.*, customer.name AS customer
       FROM (SELECT * FROM any_job ${WHERE}
             ORDER BY CASE WHEN $10 = 'due' THEN due_at END, opened_at DESC, code LIMIT $11 OFFSET $12) AS found
       LEFT JOIN customer ON customer.id = found.customer_id
       ORDER BY CASE WHEN $10 = 'due' THEN due_at END, opened_at DESC, found.code`,
      [...asked, order, JOBS_AT_ONCE, skip],
    ),
    pool.query<{ many: number }>(
      `SELECT count(*)::int AS many FROM (SELECT 1 FROM any_job ${WHERE} LIMIT $10) AS counted`,
      [...asked, MOST_COUNTED + 1],
    ),
  ]);
  const families = await familiesOf(
    pool,
    found.rows.map(({ family_id }) => family_id),
  );
  const { many } = counted.rows[0]!;
  return {
    jobs: found.rows.map((row) => ({
      code: row.code,
      familyId: row.family_id,
      family: families.get(row.family_id)!.family.code,
      route: row.route,
      complaint: row.complaint,
      customer: row.customer ?? "",
      serial: row.serial,
      openedAt: row.opened_at.toISOString(),
      dueAt: row.due_at?.toISOString() ?? null,
      endedAt: row.ended_at?.toISOString() ?? null,
      outcome: row.outcome,
      isFirstVersion: row.is_first_version,
    })),
    panels: Object.fromEntries([...families].map(([id, { family: of }]) => [id, panelSketch(of)])),
    total: Math.min(many, MOST_COUNTED),
    atLeast: many > MOST_COUNTED,
  };
}
