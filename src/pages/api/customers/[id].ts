import type { APIRoute } from "astro";
import { describeFaults } from "../../../../core/faults.ts";
import { database } from "../../../../server/db/pool.ts";
import { asJsonFile } from "../../../../server/formats/json-file.ts";
import { faulty, json, problem, readBody } from "../../../../server/problem.ts";
import {
  customerNote,
  exportCustomer,
  forgetCustomer,
  noteCustomer,
} from "../../../../server/store/customers.ts";
import { t } from "../../../../words/server.ts";

const numberOf = (id = ""): number => (/^\d{1,9}$/.test(id) ? Number(id) : 0);
const noSuchCustomer = () => problem(404, t("no-such-customer"), t("that-customer-is-not-in-the-register"));

/** All that is kept of a customer, to be handed to them. */
export const GET: APIRoute = async ({ params }) => {
  const document = await exportCustomer(database(), numberOf(params.id));
  return document
    ? new Response(asJsonFile(document), {
        headers: {
          "content-type": "application/json",
          "content-disposition": `attachment; filename="customer-${params.id}.json"`,
          "cache-control": "private, no-store",
        },
      })
    : noSuchCustomer();
};

/** Notes how a customer is reached, whether that may be kept, and what they speak. */
export const PUT: APIRoute = async ({ params, request }) => {
  const read = await readBody(request, 4 * 1024);
  if ("answer" in read) return read.answer;
  const parsed = customerNote.safeParse(read.body);
  if (!parsed.success) return faulty(describeFaults(parsed.error, read.body));
  const noted = await noteCustomer(database(), numberOf(params.id), parsed.data);
  return noted ? json(noted) : noSuchCustomer();
};

/** Forgets who a customer is. Their jobs stay, and are nobody's; invoices stay as they were made. */
export const DELETE: APIRoute = async ({ params }) => {
  const became = await forgetCustomer(database(), numberOf(params.id));
  if (became === "has open jobs") return problem(409, t("cannot-happen-now"), t("a-job-of-theirs-is-open"));
  return became ? json(became) : noSuchCustomer();
};
