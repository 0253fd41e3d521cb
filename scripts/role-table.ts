import { writeFileSync } from "node:fs";
import { access, methods, roles, type Role } from "../server/access/roles.ts";
import { format } from "prettier";

/** Where the table of who may ask for what is written. */
export const ROLE_TABLE = "docs/access.md";

const columns: readonly Role[] = roles.filter((role) => role !== "anybody");

/** Who may ask for what, address by address and way by way, as a document. */
export async function roleTable(): Promise<string> {
  const rows = Object.entries(access).flatMap(([route, ways]) =>
    methods.flatMap((method) => {
      const may = ways[method];
      if (!may) return [];
      const isForAll = may.includes("anybody");
      const cells = columns.map((role) => (isForAll || may.includes(role) ? "yes" : ""));
      return [`| \`${method} ${route}\` | ${isForAll ? "yes" : ""} | ${cells.join(" | ")} |`];
    }),
  );
  const text = `# Who may ask for what

Written from \`server/access/roles.ts\` by \`npm run roles\`; a test asks every address in every way as every role, and as nobody, and compares.
What is not in it nobody may ask for. "anybody" is who is not signed in: at a customer's link, a panel's code, or where people come in.
A tablet is enrolled and has nobody signed in at it. A machine has a token of its own.

| | anybody | ${columns.join(" | ")} |
|---|${"---|".repeat(columns.length + 1)}
${rows.join("\n")}
`;
  return format(text, { parser: "markdown", proseWrap: "preserve" });
}

if (process.argv[1]?.endsWith("role-table.ts")) writeFileSync(ROLE_TABLE, await roleTable());
