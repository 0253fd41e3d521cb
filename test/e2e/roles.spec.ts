import pLimit from "p-limit";
import { readdirSync, readFileSync } from "node:fs";
import { ROLE_TABLE, roleTable } from "../../scripts/role-table.ts";
import { cookieHeader, sendAsOwner, signIn } from "../../scripts/signed-in.ts";
import type { Role } from "../../server/access/roles.ts";
import { expect, test } from "./workshop.ts";

interface Row {
  method: string;
  route: string;
  may: Map<string, boolean>;
}

/** The rows of the table in the documents, as people read it. */
function readTable(): Row[] {
  const lines = readFileSync(ROLE_TABLE, "utf8")
    .split("\n")
    .filter((line) => line.startsWith("|"));
  const cellsOf = (line: string) =>
    line
      .split("|")
      .slice(1, -1)
      .map((cell) => cell.trim());
  const [, ...columns] = cellsOf(lines[0]!);
  return lines.slice(2).map((line) => {
    const [what = "", ...cells] = cellsOf(line);
    const [method = "", route = ""] = what.replaceAll("`", "").split(" ");
    return { method, route, may: new Map(columns.map((column, i) => [column, cells[i] === "yes"])) };
  });
}

/** What the files of the product answer to. */
function answered(): string[] {
  return readdirSync("src/pages", { recursive: true, encoding: "utf8" }).flatMap((name) => {
    if (!/\.(ts|astro)$/.test(name)) return [];
    const file = `src/pages/${name}`;
    const path = file
      .slice("src/pages".length)
      .replace(/\.(ts|astro)$/, "")
      .replace(/\/index$/, "");
    const route = path === "" ? "/" : path;
    if (file.endsWith(".astro")) return [`GET ${route}`];
    const text = readFileSync(file, "utf8");
    return [...text.matchAll(/export const (GET|POST|PUT|DELETE)\b/g)].map(
      ([, method]) => `${method} ${route}`,
    );
  });
}

test("every address answers each role as the table in the documents says, and nothing is missing from it", async ({
  workshop: { url },
}) => {
  test.setTimeout(240_000);
  expect(readFileSync(ROLE_TABLE, "utf8"), "npm run roles").toBe(await roleTable());
  const rows = readTable();
  expect(rows.map(({ method, route }) => `${method} ${route}`).sort()).toEqual(answered().sort());

  const send = async (path: string, body: object) =>
    (await (await sendAsOwner(`${url}${path}`, body)).json()) as { code: string };
  const joined = await fetch(`${url}/api/join`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(await send("/api/tablets", { name: "Asked as every role" })),
  });
  const token = (await send("/api/machines", { name: "Asked as every role", quantities: ["glue line"] }))
    .code;
  const by = async (role: Role): Promise<Record<string, string>> => {
    switch (role) {
      case "anybody":
        return {};
      case "tablet":
        return { cookie: joined.headers.getSetCookie()[0]!.split(";")[0]! };
      case "machine":
        return { authorization: `Bearer ${token}` };
      default: {
        const who = { owner: "tove", lead: "imre", technician: "saskia", desk: "odile", reader: "anselm" };
        return { cookie: cookieHeader(await signIn(url, who[role])) };
      }
    }
  };

  const differ: string[] = [];
  for (const role of rows[0]!.may.keys() as Iterable<Role>) {
    let headers = await by(role);
    const ask = async (row: Row) => {
      const path = row.route.replace(/\[\w+\]/g, "none");
      const answer = await fetch(`${url}${path}`, {
        method: row.method,
        headers,
        redirect: "manual",
        signal: AbortSignal.timeout(30_000),
        ...(row.method === "GET" ? {} : { body: "{}" }),
      });
      const isSentAway = answer.status === 303 && answer.headers.get("location")!.startsWith("/sign-in");
      const isProblem = answer.headers.get("content-type") === "application/problem+json";
      // A stream does not end by itself.
      const said = isProblem ? ((await answer.json()) as { title: string }).title : "";
      if (!isProblem) await answer.body?.cancel();
      const isRefused = isSentAway || said === "Sign in first" || said === "Not for your role";
      if (isRefused === row.may.get(role))
        differ.push(`${role}: ${row.method} ${row.route} answers ${answer.status} ${said}`);
    };
    const limit = pLimit(6);
    const others = rows.filter(({ route }) => route !== "/api/sign-in");
    await Promise.all(others.map((row) => limit(() => ask(row))));
    // Who leaves comes in again before anything else is asked.
    for (const row of rows.filter((one) => !others.includes(one))) {
      await ask(row);
      headers = await by(role);
    }
  }
  expect(differ).toEqual([]);
});
