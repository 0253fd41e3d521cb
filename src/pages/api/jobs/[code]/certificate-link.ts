import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { key } from "../../../../../core/stack/family.ts";
import { linkAddress } from "../../../../../server/certificate.ts";
import { ownAddress } from "../../../../../server/own-address.ts";
import { database } from "../../../../../server/db/pool.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { makeLink, standingLink, withdrawLink } from "../../../../../server/store/certificate-links.ts";
import { listTechnicians } from "../../../../../server/store/technicians.ts";

const asked = z.strictObject({ who: key() });
const told = (token: string | null, own: URL) => ({ address: token ? linkAddress(token, own) : null });

export const GET: APIRoute = async ({ params, request, url }) =>
  json(told(await standingLink(database(), params.code!), ownAddress(request, url)));

/** Makes the address at which the customer sees the certificate; where one stands, that is given. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = asked.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { who } = parsed.data;
  if (!(await listTechnicians(database())).some((person) => person.key === who)) {
    return faulty([{ path: "who", message: `there is no technician "${who}"` }]);
  }
  const token = await makeLink(database(), params.code!, who);
  return token
    ? json(told(token, ownAddress(request, url)), 201)
    : problem(404, "No such job", `There is no job ${params.code}.`);
};

/** Withdraws it: whoever has the address sees nothing from then on. */
export const DELETE: APIRoute = async ({ params }) => {
  await withdrawLink(database(), params.code!);
  return json({ address: null });
};
