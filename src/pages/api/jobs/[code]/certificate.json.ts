import type { APIRoute } from "astro";
import { answerJson } from "../../../../../server/certificate-files.ts";
import { findCertificate } from "../../../../../server/certificate.ts";
import { database } from "../../../../../server/db/pool.ts";
import { problem } from "../../../../../server/problem.ts";
import { t } from "../../../../../words/server.ts";

export const GET: APIRoute = async ({ params }) => {
  const certificate = await findCertificate(database(), params.code!);
  return certificate
    ? answerJson(certificate)
    : problem(404, t("no-such-job"), t("there-is-no-job", { code: params.code ?? "" }));
};
