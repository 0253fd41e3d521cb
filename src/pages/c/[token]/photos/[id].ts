import type { APIRoute } from "astro";
import { linkedCertificate } from "../../../../../server/customer-link.ts";
import { answerPhoto } from "../../../../../server/photo-file.ts";
import { problem } from "../../../../../server/problem.ts";
import { t } from "../../../../../words/server.ts";

/** A photo of the job that the link shows, and of no other. */
export const GET: APIRoute = async ({ params, url }) => {
  const linked = await linkedCertificate(params.token!);
  if ("answer" in linked) return linked.answer;
  return linked.certificate.photos.some(({ id }) => id === params.id)
    ? answerPhoto(params.id!, url)
    : problem(404, t("no-such-photo"), t("there-is-no-photo-2", { id: params.id ?? "" }));
};
