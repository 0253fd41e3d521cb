import type { APIRoute } from "astro";
import { z } from "zod";
import { describeFaults } from "../../../../../core/faults.ts";
import { key } from "../../../../../core/stack/family.ts";
import { database } from "../../../../../server/db/pool.ts";
import { ownAddress, reachesOthers } from "../../../../../server/own-address.ts";
import { faulty, json, problem, readBody } from "../../../../../server/problem.ts";
import { makePanelTest, standingPanelTest, type PanelTest } from "../../../../../server/store/panel-tests.ts";
import { listTechnicians } from "../../../../../server/store/technicians.ts";

const asked = z.strictObject({ who: key() });

/** A test with the address that opens it; whether that means anything to another device. */
export interface OfferedTest extends PanelTest {
  address: string;
  reachesOthers: boolean;
}

const offered = (test: PanelTest | null, own: URL): OfferedTest | null =>
  test && { ...test, address: new URL(`/p/${test.code}`, own).href, reachesOthers: reachesOthers(own) };

/** The test of this job that can still be opened, or still sends; null where there is none. */
export const GET: APIRoute = async ({ params, request, url }) =>
  json(offered(await standingPanelTest(database(), params.code!), ownAddress(request, url)));

/** Makes a code that opens the test once. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = asked.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const { who } = parsed.data;
  if (!(await listTechnicians(database())).some((person) => person.key === who)) {
    return faulty([{ path: "who", message: `there is no technician "${who}"` }]);
  }
  const made = await makePanelTest(database(), params.code!, who);
  return made
    ? json(offered(made, ownAddress(request, url)), 201)
    : problem(404, "No such job", `There is no job ${params.code}.`);
};
