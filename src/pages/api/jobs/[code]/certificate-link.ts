import type { APIRoute } from "astro";
import { askedBy } from "../../../../../server/asked-by.ts";
import { linkAddress, ownAddress } from "../../../../../server/own-address.ts";
import { database } from "../../../../../server/db/pool.ts";
import { json, noSuchJob } from "../../../../../server/problem.ts";
import { makeLink, standingLink, withdrawLink } from "../../../../../server/store/certificate-links.ts";

const told = (token: string | null, own: URL) => ({ address: token ? linkAddress(token, own) : null });

export const GET: APIRoute = async ({ params, request, url }) =>
  json(told(await standingLink(database(), params.code!), ownAddress(request, url)));

/** Makes the address at which the customer sees the certificate; where one stands, that is given. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const asked = await askedBy(request);
  if ("answer" in asked) return asked.answer;
  const token = await makeLink(database(), params.code!, asked.who);
  return token ? json(told(token, ownAddress(request, url)), 201) : noSuchJob(params.code);
};

/** Withdraws it: whoever has the address sees nothing from then on. */
export const DELETE: APIRoute = async ({ params }) => {
  await withdrawLink(database(), params.code!);
  return json({ address: null });
};
