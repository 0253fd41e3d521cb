import type pg from "pg";
import type { JobCertificate } from "../../core/records/job-certificate.ts";
import { stageTitles } from "../../core/stage.ts";
import { certificatePdf } from "../formats/certificate-pdf.ts";
import { certificateText } from "../formats/certificate-text.ts";
import { findPhoto } from "../store/photos.ts";
import { sealText } from "./seal.ts";

/** On paper there is room for the first photo and the last ones. */
const MOST_PHOTOS = 3;

/** A certificate as a PDF, with its photos; `address` where a link to the record stands, `paperKey` by which key the paper itself is sealed. */
export async function paperOf(
  pool: pg.Pool,
  certificate: JobCertificate,
  address: string | null,
  paperKey: string | null = null,
): Promise<Uint8Array<ArrayBuffer>> {
  const { code, photos, seal } = certificate;
  const shown = [...photos.slice(0, 1), ...photos.slice(1).slice(-(MOST_PHOTOS - 1))];
  const pictures = await Promise.all(
    shown.map(async ({ id, stage, caption }) => {
      const picture = await findPhoto(pool, id, "picture");
      return picture ? [{ picture, caption: caption || stageTitles[stage] }] : [];
    }),
  );
  const sealed = seal
    ? { text: sealText(code, seal), key: seal.key, product: seal.product, paperKey: paperKey ?? seal.key }
    : null;
  return new Uint8Array(
    await certificatePdf(certificateText(certificate), { address, seal: sealed }, pictures.flat()),
  );
}
