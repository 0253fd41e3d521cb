import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { invoiceTerms } from "../../../../core/intake/invoice.ts";
import { database } from "../../../../server/db/pool.ts";
import { faulty, json, readBody } from "../../../../server/problem.ts";
import { findInvoiceTerms, setInvoiceTerms } from "../../../../server/store/invoices.ts";
import { t } from "../../../../words/server.ts";

export const GET: APIRoute = async () => json(await findInvoiceTerms(database()));

/** Sets the tax and the series of invoice numbers; a number that was given is not given again. */
export const PUT: APIRoute = async ({ request }) => {
  const read = await readBody(request);
  if ("answer" in read) return read.answer;
  const parsed = invoiceTerms.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  return (await setInvoiceTerms(database(), parsed.data))
    ? json(parsed.data)
    : faulty([{ path: "nextNumber", message: t("number-was-given") }]);
};
