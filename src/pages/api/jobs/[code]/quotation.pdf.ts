import type { APIRoute } from "astro";
import { database } from "../../../../../server/db/pool.ts";
import { quotationPdf } from "../../../../../server/formats/quotation-pdf.ts";
import { findQuotation } from "../../../../../server/quoted.ts";
import { noSuchJob, problem } from "../../../../../server/problem.ts";
import { inLanguage } from "../../../../../server/spoken.ts";
import { paperLanguage } from "../../../../../server/store/tickets.ts";
import { findJob } from "../../../../../server/store/jobs.ts";
import { t } from "../../../../../words/server.ts";

export const GET: APIRoute = async ({ params }) => {
  const job = await findJob(database(), params.code!);
  if (!job) return noSuchJob(params.code);
  return inLanguage(await paperLanguage(database(), job.code), async () => {
    const quotation = await findQuotation(database(), job);
    if (!quotation)
      return problem(404, t("no-quotation"), t("nothing-has-been-quoted-for-yet", { code: job.code }));
    return new Response(new Uint8Array(await quotationPdf(quotation)), {
      headers: {
        "content-type": "application/pdf",
        "content-disposition": `inline; filename="${job.code}-quotation.pdf"`,
      },
    });
  });
};
