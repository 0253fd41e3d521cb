/** What people are here. */
export const personRoles = ["technician", "lead", "desk", "owner", "reader"] as const;
export type PersonRole = (typeof personRoles)[number];

/** By what each role comes in: digits at a tablet, a passphrase anywhere, a second factor beside it. */
export const proofsOf = (role: PersonRole) => ({
  digits: role === "technician" || role === "lead" || role === "owner",
  passphrase: role !== "technician",
  totp: role === "owner",
});

/** Who may ask for something: people, a tablet at which nobody is signed in, a machine by its token, and anybody. */
export const roles = [...personRoles, "tablet", "machine", "anybody"] as const;
export type Role = (typeof roles)[number];

export const methods = ["GET", "POST", "PUT", "DELETE"] as const;
export type Method = (typeof methods)[number];

const anybody = ["anybody"] as const;
const bench = ["technician", "lead", "owner"] as const;
const lead = ["lead", "owner"] as const;
const desk = ["desk", "owner"] as const;
const owner = ["owner"] as const;
const workers = [...bench, "desk"] as const;
const people = [...workers, "reader"] as const;
const shown = [...people, "tablet"] as const;
/** Names and addresses of customers. */
const register = ["lead", "desk", "owner", "reader"] as const;

const seen = (by: readonly Role[]) => ({ GET: by });

/** Who may ask for what: each address of the product, and each way to ask for it. What is not named here nobody may. */
export const access: Readonly<Record<string, Partial<Record<Method, readonly Role[]>>>> = {
  "/404": seen(anybody),
  "/500": seen(anybody),
  "/healthz": seen(anybody),
  "/readyz": seen(anybody),
  "/words/es.js": seen(anybody),
  // Under a token that nobody comes upon by trying.
  "/c/[token]": seen(anybody),
  "/c/[token]/certificate.json": seen(anybody),
  "/c/[token]/certificate.pdf": seen(anybody),
  "/c/[token]/photos/[id]": seen(anybody),
  "/c/offer/[token]": seen(anybody),
  "/c/offer/[token]/answer": { POST: anybody },
  "/p": seen(anybody),
  "/p/[code]": { GET: anybody, POST: anybody },
  "/p/results": { POST: anybody },

  "/sign-in": seen(anybody),
  "/join": seen(anybody),
  "/api/sign-in": { GET: anybody, POST: anybody, DELETE: anybody },
  "/api/join": { GET: anybody, POST: anybody },
  "/people": seen(owner),
  "/api/people": { GET: owner, POST: owner },
  "/api/people/[key]": { PUT: owner },
  "/api/people/[key]/badge": { POST: owner, DELETE: owner },
  "/api/tablets": { POST: owner },
  "/api/tablets/[id]": { DELETE: owner },
  "/api/machines": { POST: owner },
  "/api/machines/[id]": { DELETE: owner },
  "/api/sessions/[id]": { DELETE: owner },
  "/api/access": { PUT: owner },
  "/api/audit": { GET: owner },

  "/": seen(shown),
  "/jobs": seen(shown),
  "/jobs/[code]": seen(shown),
  "/jobs/[code]/sheet": seen(shown),
  "/plan": seen(shown),
  "/help/[page]": seen(shown),
  "/jobs/[code]/certificate": seen(people),
  "/jobs/[code]/quotation": seen(people),
  "/jobs/new": seen(workers),
  "/jobs/import": seen(lead),
  "/customers": seen(register),
  "/families": seen(people),
  "/families/[code]": seen(people),
  "/families/[code]/edit": seen(lead),
  "/families/new": seen(lead),
  "/families/import": seen(lead),
  "/film": seen(people),
  "/handover": seen(people),
  "/lots": seen(people),
  "/parts": seen(people),
  "/records": seen(people),
  "/practice": seen(workers),
  "/practice/[exercise]": seen(workers),
  "/practice/whole-job": seen(bench),
  "/api/practice": { GET: workers, POST: workers },
  "/api/practice/limit": { PUT: lead },
  "/api/practice/jobs": { POST: bench },
  "/api/practice/jobs/[code]": seen(bench),
  "/api/practice/jobs/[code]/skip": { POST: bench },
  "/shop": seen(people),

  "/api/bench": seen(shown),
  "/api/bench-fits": { GET: shown, POST: bench },
  "/api/calc": seen(shown),
  "/api/calc/[name]": { POST: [...shown, "machine"] },
  "/api/calc/[name]/schema": seen(shown),
  "/api/camera-sheet": seen(people),
  "/api/customers": seen(register),
  "/api/customers/[id]": { GET: desk, PUT: desk, DELETE: owner },
  "/api/customers/list.csv": seen(register),
  "/api/devices/[serial]": seen(workers),
  "/api/dispense/[format]": { POST: bench },
  "/api/families": { GET: people, POST: lead },
  "/api/families/[code]": { PUT: lead },
  "/api/families/[code]/export": seen(people),
  "/api/families/[code]/patterns": { GET: people, PUT: lead, DELETE: lead },
  "/api/families/import": { POST: lead },
  "/api/families/list.csv": seen(people),
  "/api/film/cuts": { POST: bench },
  "/api/film/drawings/[format]": { POST: bench },
  "/api/film/sheets": { GET: people, POST: bench },
  "/api/film/sheets/[id]": { DELETE: bench },
  "/api/film/sheets/list.csv": seen(people),
  "/api/film/wanted": seen(people),
  "/api/handovers": { GET: people, POST: bench },
  "/api/handovers/[id]": { PUT: bench },
  "/api/jobs": { GET: shown, POST: workers },
  "/api/jobs/list.csv": seen(people),
  "/api/jobs/import": { POST: lead },
  "/api/jobs/[code]/alike": seen(people),
  "/api/jobs/[code]/certificate-link": { GET: people, POST: workers, DELETE: workers },
  "/api/jobs/[code]/certificate.json": seen(people),
  "/api/jobs/[code]/certificate.pdf": seen(people),
  "/api/jobs/[code]/chamber": seen(shown),
  "/api/jobs/[code]/choice": seen(people),
  "/api/jobs/[code]/customer-photos": { PUT: workers },
  "/api/jobs/[code]/export": seen(people),
  "/api/jobs/[code]/hand-back": { GET: people, PUT: workers, DELETE: workers },
  "/api/jobs/[code]/hot-nearby": seen(shown),
  "/api/jobs/[code]/invoice": { GET: people, POST: desk },
  "/api/jobs/[code]/invoice.pdf": seen(people),
  "/api/jobs/[code]/light-meter": seen(shown),
  "/api/jobs/[code]/moves": { GET: shown, POST: workers },
  "/api/jobs/[code]/offer": { GET: people, POST: workers, DELETE: workers },
  "/api/jobs/[code]/panel-test": { GET: shown, POST: bench },
  "/api/jobs/[code]/photos": { POST: workers },
  "/api/jobs/[code]/quotation.pdf": seen(people),
  "/api/jobs/[code]/readings": { POST: [...bench, "machine"] },
  "/api/jobs/[code]/readings.csv": seen(people),
  "/api/jobs/[code]/scale": seen(shown),
  "/api/jobs/[code]/thermocouple": seen(shown),
  "/api/jobs/[code]/ticket": { GET: people, PUT: workers },
  "/api/labels": seen(people),
  "/api/live": seen(shown),
  "/api/lots": { GET: people, POST: lead },
  "/api/lots/[id]": { PUT: bench, DELETE: lead },
  "/api/lots/blocked/[lot]": { PUT: lead, DELETE: lead },
  "/api/lots/list.csv": seen(people),
  "/api/lots/recall/[lot].csv": seen(register),
  "/api/outline": { POST: lead },
  "/api/parts": { GET: people, POST: workers },
  "/api/parts/[id]": { PUT: workers, DELETE: workers },
  "/api/parts/list.csv": seen(people),
  "/api/photos/[id]": seen(shown),
  "/api/plan": seen(shown),
  "/api/plan/pins": { GET: shown, PUT: workers, DELETE: workers },
  "/api/plan/soon": { PUT: workers },
  "/api/plan/promise": seen(workers),
  "/api/records": seen(people),
  "/api/records/money": seen(["lead", "desk", "owner", "reader"]),
  "/api/schemas/certificate": seen(people),
  "/api/schemas/family": seen(people),
  "/api/schemas/job": seen(people),
  "/api/shop": { GET: people, PUT: owner },
  "/api/shop/acceptance": { GET: people, PUT: lead },
  "/api/shop/backup": { GET: owner, PUT: owner },
  "/api/shop/bench": { GET: people, PUT: lead },
  "/api/shop/invoices": { GET: people, PUT: owner },
  "/api/shop/keys": { GET: owner, POST: owner },
  "/api/shop/lamp": { GET: shown, POST: bench },
  "/api/shop/radiometer": seen(shown),
  "/api/shop/room": { GET: people, PUT: bench },
};

/**
 * Whether somebody in a role may ask for an address in a way. What anybody may everybody may.
 *
 * @example
 * mayAsk("reader", "/api/jobs", "POST") // false
 */
export function mayAsk(role: Role, route: string, method: string): boolean {
  const way = method === "HEAD" ? "GET" : method;
  const may = access[route]?.[way as Method] ?? [];
  return may.includes(role) || may.includes("anybody");
}
