import type { APIRoute } from "astro";
import { answerJson } from "../../../../../server/certificates/answers.ts";
import { issuedCertificate } from "../../../../../server/certificates/issue.ts";
import { database } from "../../../../../server/db/pool.ts";
import { noSuchJob } from "../../../../../server/problem.ts";

export const GET: APIRoute = async ({ params }) => {
  const certificate = await issuedCertificate(database(), params.code!);
  return certificate ? answerJson(certificate) : noSuchJob(params.code);
};
