import type pg from "pg";
import { z } from "zod";
import { describeFaults, type Fault } from "../../core/faults.ts";
import { repairRoutes } from "../../core/device/routes.ts";
import { outcomes } from "../../core/intake/intake-slot.ts";
import { panelSketch, type PanelSketch } from "../../core/stack/panel-sketch.ts";
import { familiesOf } from "./families.ts";
import { t } from "../../words/server.ts";
import { oneOf } from "../../core/units.ts";

/** Of a job, or that it is over and its device still here. */
export const jobStates = ["open", "not fetched", ...outcomes] as const;
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

/**
 * What an address asks for, as far as it can be asked for, and what is wrong with the rest.
 *
 * @example
 * readJobQuery({ find: "GW", state: "lost?" }).query.find // "GW"
 */
export function readJobQuery(asked: Record<string, string>): { query: JobQuery; faults: Fault[] } {
  const whole = jobQuery.safeParse(asked);
  if (whole.success) return { query: whole.data, faults: [] };
  const faults = describeFaults(whole.error, asked);
  const wrong = new Set(faults.map(({ path }) => path));
  const right = Object.entries(asked).filter(([name]) => !wrong.has(name));
  return { query: jobQuery.parse(Object.fromEntries(right)), faults };
}

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
  /** Null while the device is here. */
  fetchedAt: string | null;
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

/** A job as a spreadsheet has it; days in UTC, empty where there is none. */
export interface ListedJob {
  job: string;
  family: string;
  route: string;
  customer: string;
  serial: string;
  complaint: string;
  opened: string;
  due: string;
  ended: string;
  outcome: string;
}

const orderOf = ({ order }: JobQuery): string =>
  order === "due" ? "due_at, opened_at DESC, found.code" : "opened_at DESC, found.code";

/** A part of a word, as LIKE takes it; of one or two letters the beginning, which an index can find. */
const like = (word: string) =>
  `%${word.length < 3 ? " " : ""}${word.toLowerCase().replace(/[\\%_]/g, "\\$&")}%`;

/** What is asked for, and nothing else: what the database need not think about costs it nothing. */
function wanted({ find, state, route, family, lot }: JobQuery): { where: string; values: unknown[] } {
  const values: unknown[] = [];
  const given = (value: unknown) => `$${values.push(value)}`;
  const conditions = (find === "" ? [] : find.split(/\s+/)).map((word) => `ticket LIKE ${given(like(word))}`);
  if (state === "open") conditions.push("ended_at IS NULL");
  else if (state === "not fetched") conditions.push("ended_at IS NOT NULL AND fetched_at IS NULL");
  else if (state) conditions.push(`outcome = ${given(state)}`);
  if (route) conditions.push(`route = ${given(route)}`);
  if (family) conditions.push(`family_id IN (SELECT id FROM family WHERE code = ${given(family)})`);
  if (lot)
    conditions.push(`EXISTS (SELECT FROM spent WHERE spent.job_id = found.id AND spent.lot = ${given(lot)})`);
  return { where: conditions.length > 0 ? `WHERE ${conditions.join(" AND ")}` : "", values };
}

/** So many jobs are in a list for a spreadsheet. */
export const MOST_LISTED = 5_000;

/** The jobs of a query as a spreadsheet has them, in its order. */
export async function listJobs(pool: pg.Pool, query: JobQuery): Promise<ListedJob[]> {
  const { where, values } = wanted(query);
  const { rows } = await pool.query<ListedJob>(
    `SELECT found.code AS job, family.code AS family, found.route, coalesce(customer.name, '') AS customer, found.serial,
            found.complaint, to_char(found.opened_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS opened,
            coalesce(to_char(found.due_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS due,
            coalesce(to_char(found.ended_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS ended,
            coalesce(found.outcome, 'open') AS outcome
     FROM (SELECT * FROM any_job AS found ${where} ORDER BY ${orderOf(query)} LIMIT ${MOST_LISTED}) AS found
     JOIN family ON family.id = found.family_id LEFT JOIN customer ON customer.id = found.customer_id
     ORDER BY ${orderOf(query)}`,
    values,
  );
  return rows;
}

/** Jobs of every state, with what a list shows of them. */
export async function searchJobs(pool: pg.Pool, query: JobQuery): Promise<FoundJobs> {
  const { where, values } = wanted(query);
  const order = orderOf(query);
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
      fetched_at: Date | null;
      outcome: string | null;
      is_first_version: boolean;
    }>(
      `SELECT found.*, customer.name AS customer
       FROM (SELECT * FROM any_job AS found ${where} ORDER BY ${order} LIMIT ${JOBS_AT_ONCE} OFFSET ${query.skip}) AS found
       LEFT JOIN customer ON customer.id = found.customer_id
       ORDER BY ${order}`,
      values,
    ),
    pool.query<{ many: number }>(
      // In an order that is there: what is found often is then counted without finding all of it.
      `SELECT count(*)::int AS many FROM (SELECT FROM any_job AS found ${where} ORDER BY opened_at DESC LIMIT ${MOST_COUNTED + 1}) AS counted`,
      values,
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
      fetchedAt: row.fetched_at?.toISOString() ?? null,
      outcome: row.outcome,
      isFirstVersion: row.is_first_version,
    })),
    panels: Object.fromEntries([...families].map(([id, { family: of }]) => [id, panelSketch(of)])),
    total: Math.min(many, MOST_COUNTED),
    atLeast: many > MOST_COUNTED,
  };
}
