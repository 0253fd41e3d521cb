import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { invoicePdf } from "../../../../../server/formats/invoice-pdf.ts";
import { problem } from "../../../../../server/problem.ts";
import { inLanguage } from "../../../../../server/spoken.ts";
import { findInvoice } from "../../../../../server/store/invoices.ts";
import { paperLanguage } from "../../../../../server/store/tickets.ts";
import { t } from "../../../../../words/server.ts";

/** A job's invoice on paper, in the customer's language. */
export const GET: APIRoute = async ({ params }) => {
  const code = params.code!;
  const figures = await findInvoice(database(), code);
  if (!figures) return problem(404, t("no-invoice"), t("no-invoice-of", { code }));
  const bytes = await inLanguage(await paperLanguage(database(), code), () => invoicePdf(figures));
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="invoice-${encodeURIComponent(figures.number)}.pdf"`,
    },
  });
};
