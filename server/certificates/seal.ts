import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
} from "node:crypto";
import type { Seal } from "../../core/records/job-certificate.ts";
import { asJsonFile } from "../formats/json-file.ts";

/** A key as it is kept: both parts as DER, and its name, the first 128 bits of the digest of its public part. */
export interface ShopKey {
  id: string;
  publicKey: Buffer;
  privateKey: Buffer;
}

const sha256 = (bytes: Uint8Array | string): string => createHash("sha256").update(bytes).digest("hex");
const ID_HEX = 32;
const idOf = (publicKey: Uint8Array): string => sha256(publicKey).slice(0, ID_HEX);

/** A new key (Ed25519, RFC 8032). */
export function makeShopKey(): ShopKey {
  const { publicKey, privateKey } = generateKeyPairSync("ed25519", {
    publicKeyEncoding: { type: "spki", format: "der" },
    privateKeyEncoding: { type: "pkcs8", format: "der" },
  });
  return { id: idOf(publicKey), publicKey, privateKey };
}

const signedBy = (key: ShopKey, told: object): string =>
  sign(
    null,
    Buffer.from(JSON.stringify(told)),
    createPrivateKey({ key: key.privateKey, type: "pkcs8", format: "der" }),
  ).toString("base64");

const isSignedBy = (publicKey: string, told: object, signature: string): boolean => {
  try {
    const key = createPublicKey({ key: Buffer.from(publicKey, "base64"), type: "spki", format: "der" });
    return verify(null, Buffer.from(JSON.stringify(told)), key, Buffer.from(signature, "base64"));
  } catch {
    return false;
  }
};

/** What stands under a document beside itself. */
export type Told = Pick<Seal, "product" | "seq" | "chain">;

/** A document with its seal, as the text that is saved: each byte of it is vouched for. */
export function sealDocument(document: object, told: Told, key: ShopKey): string {
  const { product, seq, chain } = told;
  const publicKey = key.publicKey.toString("base64");
  const unsigned = { product, seq, chain, digest: sha256(asJsonFile(document)), key: key.id, publicKey };
  return asJsonFile({ ...document, seal: { ...unsigned, signature: signedBy(key, unsigned) } });
}

/** The text of a seal that a QR code on paper holds. */
export const sealText = (code: string, { digest, signature }: Seal): string =>
  `half-lift/certificate/${code}/${digest}/${signature}`;

export type Verified =
  | { isRight: true; what: string; key: string; product: string; seal: Seal }
  /** What differs. */
  | { isRight: false; why: string };

const wrong = (why: string): Verified => ({ isRight: false, why });

/** Base64 has other ways to write the same bytes: only one is what was written. */
const isBase64 = (text: unknown): text is string =>
  typeof text === "string" && Buffer.from(text, "base64").toString("base64") === text;

function checkSeal(seal: Seal): string | null {
  if (!isBase64(seal.publicKey) || !isBase64(seal.signature)) return "its seal cannot be read";
  const { signature, ...unsigned } = seal;
  if (seal.key !== idOf(Buffer.from(seal.publicKey, "base64")))
    return "the key's name is not that of the key";
  return isSignedBy(seal.publicKey, unsigned, signature)
    ? null
    : "the signature does not fit what it is under";
}

/** Whether a certificate's document is as it was signed, to the byte. */
export function verifyDocument(text: string): Verified {
  let parsed: Record<string, unknown> & { seal?: Seal; code?: string };
  try {
    parsed = JSON.parse(text) as typeof parsed;
  } catch {
    return wrong("it is not JSON");
  }
  if (typeof parsed !== "object" || parsed === null) return wrong("it is not a certificate");
  const { seal, ...document } = parsed;
  if (!seal || typeof seal.publicKey !== "string" || typeof seal.signature !== "string")
    return wrong("it has no seal: the job was not over when it was made, or somebody took the seal away");
  if (asJsonFile({ ...document, seal }) !== text) return wrong("it is not written as it was signed");
  if (sha256(asJsonFile(document)) !== seal.digest) return wrong("what it says is not what was signed");
  const fault = checkSeal(seal);
  if (fault) return wrong(fault);
  return { isRight: true, what: document.code ?? "", key: seal.key, product: seal.product, seal };
}

const MARK = Buffer.from("\n%half-lift-seal ");

/** A PDF with a seal behind its end, as a comment: readers pass over it. */
export function sealPdf(pdf: Uint8Array, code: string, seal: Seal, key: ShopKey): Buffer {
  const { product, seq, chain, digest } = seal;
  const told = {
    product,
    seq,
    chain,
    digest,
    key: key.id,
    publicKey: key.publicKey.toString("base64"),
    code,
    paper: sha256(pdf),
  };
  const trailer = JSON.stringify({ ...told, signature: signedBy(key, told) });
  return Buffer.concat([pdf, MARK, Buffer.from(trailer), Buffer.from("\n")]);
}

/** Whether a certificate on paper is as it was signed, to the byte. */
export function verifyPdf(bytes: Buffer): Verified {
  const at = bytes.lastIndexOf(MARK);
  if (at < 0)
    return wrong("it has no seal: the job was not over when it was made, or somebody took the seal away");
  const trailer = bytes.subarray(at + MARK.length).toString("utf8");
  let parsed: Seal & { code: string; paper: string };
  try {
    parsed = JSON.parse(trailer) as typeof parsed;
  } catch {
    return wrong("its seal cannot be read");
  }
  if (`${JSON.stringify(parsed)}\n` !== trailer) return wrong("its seal is not written as it was signed");
  if (sha256(bytes.subarray(0, at)) !== parsed.paper) return wrong("the paper is not what was signed");
  const fault = checkSeal(parsed);
  return fault
    ? wrong(fault)
    : { isRight: true, what: parsed.code, key: parsed.key, product: parsed.product, seal: parsed };
}
