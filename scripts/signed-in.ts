/** Somebody of the demo who is signed in at a workshop: the cookies that their browser has. */
export type SignedInCookies = Record<string, string>;

/** Signs somebody of the demo in by a press, in a session of their own. */
export async function signIn(url: string, who = "tove"): Promise<SignedInCookies> {
  const ask = () =>
    fetch(`${url}/api/sign-in`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ who, demo: true }),
    });
  // Whoever was busy for long finds the line hung up that they would ask on: asked again, it is another one.
  const answer = await ask().catch(ask);
  if (!answer.ok) throw new Error(`${who} is not signed in at ${url}: ${await answer.text()}`);
  return Object.fromEntries(
    answer.headers.getSetCookie().map((cookie) => cookie.split(";")[0]!.split("=") as [string, string]),
  );
}

/** Cookies as a browser is given them. */
export const browserCookies = (cookies: SignedInCookies, url: string) =>
  Object.entries(cookies).map(([name, value]) => ({ name, value, url }));

/** Cookies as one header. */
export const cookieHeader = (cookies: SignedInCookies): string =>
  Object.entries(cookies)
    .map(([name, value]) => `${name}=${value}`)
    .join("; ");

const owners = new Map<string, Promise<string>>();

/** The header by which the demo's owner asks a workshop; signed in at the first call. */
export function ownersCookie(url: string): Promise<string> {
  const { origin } = new URL(url);
  const there =
    owners.get(origin) ??
    signIn(origin)
      .then(cookieHeader)
      .catch((error: unknown) => {
        // A server that is away just then may be there for the next who asks.
        owners.delete(origin);
        throw error;
      });
  owners.set(origin, there);
  return there;
}

/** Asks a workshop as the demo's owner. */
export async function askAsOwner(address: string, init: RequestInit = {}): Promise<Response> {
  const headers = new Headers(init.headers);
  headers.set("cookie", await ownersCookie(address));
  return fetch(address, { ...init, headers });
}

/** Sends JSON to a workshop as the demo's owner. */
export const sendAsOwner = (address: string, body: unknown, signal?: AbortSignal): Promise<Response> =>
  askAsOwner(address, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
    ...(signal ? { signal } : {}),
  });
