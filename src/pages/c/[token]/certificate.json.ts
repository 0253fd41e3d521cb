import type { APIRoute } from "astro";
import { answerJson } from "../../../../server/certificates/answers.ts";
import { linkedCertificate } from "../../../../server/customer-link.ts";

export const GET: APIRoute = async ({ params }) => {
  const linked = await linkedCertificate(params.token!);
  return "answer" in linked ? linked.answer : answerJson(linked);
};
