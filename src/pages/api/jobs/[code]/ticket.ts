import type { APIRoute } from "astro";
import { describeFaults } from "../../../../../core/faults.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, noSuchJob, readBody } from "../../../../../server/problem.ts";
import { keepTicket, ticket, ticketFaults, ticketOf } from "../../../../../server/store/tickets.ts";

export const GET: APIRoute = async ({ params }) => {
  const kept = await ticketOf(database(), params.code!);
  return kept ? json(kept) : noSuchJob(params.code);
};

/** Corrects whose device a job is about, and which one. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = ticket.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const faults = await ticketFaults(database(), params.code!, parsed.data);
  if (faults.length > 0) return faulty(faults);
  return (await keepTicket(database(), params.code!, parsed.data))
    ? json(await ticketOf(database(), params.code!))
    : noSuchJob(params.code);
};
