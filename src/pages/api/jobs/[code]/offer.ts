import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { offered } from "../../../../../core/intake/moves/agreed.ts";
import { key } from "../../../../../core/stack/family.ts";
import { wrongAuthor } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { refusalSaid } from "../../../../../server/move-answer.ts";
import { ownAddress } from "../../../../../server/own-address.ts";
import { faulty, json, noSuchJob, problem, readBody } from "../../../../../server/problem.ts";
import { findJob } from "../../../../../server/store/jobs.ts";
import {
  makeOffer,
  standingOffer,
  withdrawOffer,
  type StandingOffer,
} from "../../../../../server/store/offers.ts";
import { t } from "../../../../../words/server.ts";

const posted = z.strictObject({ who: key(), offer: offered });

/** What the customer is asked, the address at which they answer, and how often it was opened. */
export interface OfferAddress {
  address: string;
  route: string;
  priceMinor: number;
  worstMinor: number;
  currency: string;
  openings: number;
}

const told = (standing: StandingOffer | null, own: URL): OfferAddress | null => {
  if (!standing) return null;
  const { route, priceMinor, worstMinor, currency } = standing.offer;
  const address = new URL(`/c/offer/${standing.token}`, own).href;
  return { address, route, priceMinor, worstMinor, currency, openings: standing.openings };
};

export const GET: APIRoute = async ({ params, request, url }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return noSuchJob(params.code!);
  return json(told(await standingOffer(database(), job), ownAddress(request, url)));
};

/** Asks the customer by an address of their own: what another of the job asked is withdrawn. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const read = await readBody(request, 256 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = posted.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { who, offer } = parsed.data;
  const stranger = wrongAuthor(who);
  if (stranger) return stranger;
  const made = await makeOffer(database(), params.code!, offer, who);
  switch (made.kind) {
    case "made":
      return json(told(made.standing, ownAddress(request, url)), 201);
    case "no such job":
      return noSuchJob(params.code!);
    case "over":
      return faulty([{ path: "offer.validUntil", message: t("that-day-is-over", { day: made.day }) }]);
    case "refused":
      return problem(409, t("cannot-happen-now"), refusalSaid(made).join(" "));
  }
};

/** Withdraws it: whoever has the address cannot answer any more. */
export const DELETE: APIRoute = async ({ params }) => {
  await withdrawOffer(database(), params.code!);
  return json(null);
};
