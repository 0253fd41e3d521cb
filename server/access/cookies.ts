import { SESSION_COOKIE, SESSION_H, TABLET_COOKIE } from "./asker.ts";

const YEAR_S = 31_536_000;

const cookie = (name: string, value: string, maxAgeS: number, url: URL, isHidden = true): string =>
  [
    `${name}=${value}`,
    "Path=/",
    `Max-Age=${maxAgeS}`,
    "SameSite=Lax",
    ...(isHidden ? ["HttpOnly"] : []),
    ...(url.protocol === "https:" ? ["Secure"] : []),
  ].join("; ");

/** Opens a session in a browser: its secret, which no script reads, and who it is, by whom pages know what to show. */
export const openedCookies = (secret: string, who: string, url: URL): string[] => [
  cookie(SESSION_COOKIE, secret, SESSION_H * 3_600, url),
  cookie("who", who, YEAR_S, url, false),
];

export const closedCookies = (url: URL): string[] => [
  cookie(SESSION_COOKIE, "", 0, url),
  cookie("who", "", 0, url, false),
];

export const tabletCookie = (secret: string, url: URL): string => cookie(TABLET_COOKIE, secret, YEAR_S, url);

/** An answer with cookies. */
export function withCookies(answer: Response, cookies: readonly string[]): Response {
  for (const one of cookies) answer.headers.append("set-cookie", one);
  answer.headers.set("cache-control", "no-store");
  return answer;
}
