import type { APIRoute } from "astro";
import { expect } from "chai";
import type { Problem } from "../../server/problem.ts";

/** Calls an endpoint as the server would, without a server. */
export async function ask(
  route: APIRoute,
  {
    params = {},
    body,
    raw,
    search = "",
  }: { params?: Record<string, string>; body?: unknown; raw?: string; search?: string } = {},
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each test knows what it asked for
): Promise<{ status: number; type: string; body: any }> {
  const url = new URL(`http://bench.test/${search}`);
  const sends = body !== undefined || raw !== undefined;
  const request = new Request(url, sends ? { method: "POST", body: raw ?? JSON.stringify(body) } : {});
  const answer = (await route({ params, request, url } as never)) as Response;
  return {
    status: answer.status,
    type: answer.headers.get("content-type") ?? "",
    body: await answer.json(),
  };
}

/** Expects a problem document with a fault at a field. */
export function expectFault(
  answer: { status: number; type: string; body: Problem },
  status: number,
  path: string,
) {
  expect(answer.status).to.equal(status);
  expect(answer.type).to.equal("application/problem+json");
  expect(answer.body.faults!.map((fault) => fault.path)).to.include(path);
}
