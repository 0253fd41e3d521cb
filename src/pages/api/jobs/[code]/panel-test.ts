import type { APIRoute } from "astro";
import { askedBy } from "../../../../../server/asked-by.ts";
import { database } from "../../../../../server/db/pool.ts";
import { panelAddress, reachesOthers } from "../../../../../server/own-address.ts";
import { json, noSuchJob } from "../../../../../server/problem.ts";
import { makePanelTest, standingPanelTest, type PanelTest } from "../../../../../server/store/panel-tests.ts";

/** A test with the address that opens it; whether that means anything to another device. */
export interface OfferedTest extends PanelTest {
  address: string;
  reachesOthers: boolean;
}

const offered = (test: PanelTest | null, own: URL): OfferedTest | null =>
  test && { ...test, address: new URL(`/p/${test.code}`, own).href, reachesOthers: reachesOthers(own) };

/** The test of this job that can still be opened, or still sends; null where there is none. */
export const GET: APIRoute = async ({ params, request, url }) =>
  json(offered(await standingPanelTest(database(), params.code!), panelAddress(request, url)));

/** Makes a code that opens the test once. */
export const POST: APIRoute = async ({ params, request, url }) => {
  const asked = await askedBy(request);
  if ("answer" in asked) return asked.answer;
  const made = await makePanelTest(database(), params.code!, asked.who);
  return made ? json(offered(made, panelAddress(request, url)), 201) : noSuchJob(params.code);
};
