import type { APIRoute } from "astro";
import { personAsking } from "../../../../../server/access/asker.ts";
import { database } from "../../../../../server/db/pool.ts";
import { json, noSuchJob, problem } from "../../../../../server/problem.ts";
import { findInvoice, makeInvoice } from "../../../../../server/store/invoices.ts";
import { t } from "../../../../../words/server.ts";

/** The figures of a job's invoice; null where none was made. */
export const GET: APIRoute = async ({ params }) => json(await findInvoice(database(), params.code!));

/** Makes the invoice of a job that has ended, in the name of whoever is signed in; asked for again it is the same one. */
export const POST: APIRoute = async ({ params }) => {
  const result = await makeInvoice(database(), params.code!, personAsking());
  switch (result.kind) {
    case "made":
      return json(result.invoice, 201);
    case "there":
      return json(result.invoice);
    case "no such job":
      return noSuchJob(params.code!);
    case "nothing to pay":
      return problem(409, t("cannot-happen-now"), t("nothing-to-pay"));
  }
};
