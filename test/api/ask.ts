import type { APIRoute } from "astro";
import { expect } from "chai";
import { asAsker, nobodyAt, type Asker } from "../../server/access/asker.ts";
import type { Problem } from "../../server/problem.ts";

interface Asked {
  params?: Record<string, string>;
  /** Sent as JSON. */
  body?: unknown;
  /** Sent as it is. */
  raw?: string | Uint8Array;
  search?: string;
  headers?: Record<string, string>;
  clientAddress?: string;
  /** Who asks: the demo's owner where it is not said, under the name in which something is sent. */
  as?: Partial<Asker>;
  /** Ends what is asked for, as somebody does who hangs up. */
  signal?: AbortSignal;
}

interface Named {
  who?: unknown;
  opening?: { who?: unknown };
}

/** The name in which something is sent; in nobody's name the owner sends it. */
function senderOf(body: unknown, search: string): string {
  const sent = (Array.isArray(body) ? body[0] : body) as Named | null | undefined;
  const who = sent?.who ?? sent?.opening?.who ?? new URLSearchParams(search).get("who");
  return typeof who === "string" && who !== "" && who !== "nobody" ? who : "tove";
}

/** Calls an endpoint as the server would, without a server. */
export async function call(
  route: APIRoute,
  {
    params = {},
    body,
    raw,
    search = "",
    headers = {},
    clientAddress = "10.0.0.1",
    as = {},
    signal,
  }: Asked = {},
): Promise<Response> {
  const url = new URL(`http://bench.test/${search}`);
  const sent = raw ?? (body === undefined ? undefined : JSON.stringify(body));
  const request = new Request(url, {
    headers,
    ...(signal ? { signal } : {}),
    ...(sent === undefined ? {} : { method: "POST", body: sent as BodyInit }),
  });
  const asker: Asker = { ...nobodyAt(clientAddress), role: "owner", who: senderOf(body, search), ...as };
  return (await asAsker(asker, () => route({ params, request, url, clientAddress } as never))) as Response;
}

/** Calls an endpoint that answers JSON. */
export async function ask(
  route: APIRoute,
  asked: Asked = {},
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each test knows what it asked for
): Promise<{ status: number; type: string; body: any }> {
  const answer = await call(route, asked);
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
