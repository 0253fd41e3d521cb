import { createHash, randomBytes, randomInt } from "node:crypto";
import { READABLE_LETTERS, BADGE_LETTERS } from "../../core/labels/badge.ts";
import { hash, verify } from "@node-rs/argon2";

/** 256 bits by chance. */
const SECRET_BYTES = 32;
/** OWASP's password storage cheat sheet (from memory): argon2id with 19 MiB, two passes, one lane. */
const ARGON2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const ONE_TIME_LETTERS = 10;

/** What a browser or a machine is known by; kept here only as its digest. */
export const newSecret = (): string => randomBytes(SECRET_BYTES).toString("base64url");

/** A secret by chance needs no slow hash: nobody can try them all. */
export const digestOf = (secret: string): Buffer => createHash("sha256").update(secret).digest();

const lettersByChance = (many: number): string =>
  Array.from({ length: many }, () => READABLE_LETTERS[randomInt(READABLE_LETTERS.length)]!).join("");

/** The secret of a badge. */
export const newBadge = (): string => lettersByChance(BADGE_LETTERS);

/** A code to be typed once, in two groups. */
export const newOneTimeCode = (): string => asMade(lettersByChance(ONE_TIME_LETTERS));

/**
 * A typed code as it was made: small letters, blanks and dashes are how people type.
 *
 * @example
 * asMade("abcde fghjk") // "ABCDE-FGHJK"
 */
export function asMade(typed: string): string {
  const letters = typed.toUpperCase().replace(/[^0-9A-Z]/g, "");
  return `${letters.slice(0, 5)}-${letters.slice(5)}`;
}

export const slowHash = (proof: string): Promise<string> => hash(proof.normalize("NFC"), ARGON2);

let nobodys: Promise<string> | null = null;

/** Whether a proof is the one that was hashed. Where none was, it takes as long to say no. */
export async function isProof(hashed: string | null, proof: string): Promise<boolean> {
  nobodys ??= slowHash(newSecret());
  const isRight = await verify(hashed ?? (await nobodys), proof.normalize("NFC"));
  return hashed !== null && isRight;
}
