import type pg from "pg";
import { z } from "zod";
import { dictionary } from "@zxcvbn-ts/language-common";
import { Secret } from "otpauth";
import { keyOf } from "../../core/key-of.ts";
import { words } from "../../core/units.ts";
import { t } from "../../words/server.ts";
import { inTransaction } from "../db/pool.ts";
import type { Fault } from "../../core/faults.ts";
import type { Asker } from "./asker.ts";
import { proofsOf, type PersonRole } from "./roles.ts";
import { asMade, digestOf, newSecret, slowHash } from "./secrets.ts";
import { findOneTimeCode, totpOf, type OneTimeCode } from "./sign-in.ts";

/** OWASP ASVS 4.0, 2.1.1 and 2.1.2 (from memory): twelve characters at least, of any kind, and room for a sentence. */
const PASSPHRASE = { least: 12, most: 128 };
const TOTP_BYTES = 20;

/** Digits that anybody tries first: one figure again and again, or figures in a row. */
const isEasy = (digits: string): boolean =>
  [0, 1, -1].some((step) =>
    [...digits].every((digit, i) => i === 0 || Number(digit) - Number(digits[i - 1]) === step),
  );

/** Of the passwords that were found in breaches most often those that are long enough to be chosen here. */
const breached = new Set(
  dictionary["passwords-common"].map(String).filter((one) => one.length >= PASSPHRASE.least),
);

/** Whether a passphrase is tried early: a breached one, or one letter again and again. */
const isTriedEarly = (passphrase: string): boolean => {
  const plain = passphrase.toLowerCase().replaceAll(/\s/g, "");
  return breached.has(plain) || new Set(plain).size < 4;
};

export const joining = z.strictObject({
  code: words(40),
  name: words(60).optional(),
  digits: z
    .string()
    .regex(/^\d{4,6}$/, { error: () => t("must-be-4-to-6-digits") })
    .refine((digits) => !isEasy(digits), { error: () => t("is-tried-first-by-everybody") })
    .optional(),
  passphrase: z
    .string()
    .min(PASSPHRASE.least, { error: () => t("must-be-at-least-characters", { least: PASSPHRASE.least }) })
    .max(PASSPHRASE.most, { error: () => t("must-be-at-most-characters", { most: PASSPHRASE.most }) })
    .refine((passphrase) => !isTriedEarly(passphrase), { error: () => t("is-tried-first-by-everybody") })
    .optional(),
  totp: z.string().optional(),
});

/** What a code opens, and what has to be chosen for it. */
export interface Invitation {
  kind: OneTimeCode["kind"];
  /** Of the person or the tablet; null where it is still to be said. */
  name: string | null;
  role: PersonRole | null;
  wants: { digits: boolean; passphrase: boolean; totp: boolean };
  /** For an authenticator, as an address that a QR code holds; null where none is wanted. */
  totpAddress: string | null;
}

const none = { digits: false, passphrase: false, totp: false };

/** What a typed code is for. A second factor is made for it once, so that a look again shows the same. */
export async function openInvitation(pool: pg.Pool, typed: string): Promise<Invitation | null> {
  const found = await findOneTimeCode(pool, typed);
  if (!found) return null;
  const { kind, role } = found;
  const wants = role === null ? none : proofsOf(role);
  let { totpSecret } = found;
  if (wants.totp && totpSecret === null) {
    totpSecret = new Secret({ size: TOTP_BYTES }).base32;
    await pool.query("UPDATE one_time_code SET totp_secret = $2 WHERE secret_hash = $1", [
      digestOf(asMade(typed)),
      totpSecret,
    ]);
  }
  return {
    kind,
    name: found.name ?? found.tabletName,
    role,
    wants,
    totpAddress: wants.totp ? totpOf(totpSecret!, found.name ?? "").toString() : null,
  };
}

export type Joined =
  | { is: "person"; who: string }
  | { is: "tablet"; secret: string; name: string }
  | { is: "no such code" }
  | { is: "faulty"; faults: Fault[] };

const faulty = (path: string, message: string): Joined => ({ is: "faulty", faults: [{ path, message }] });

function lacking(found: OneTimeCode, chosen: z.output<typeof joining>): Joined | null {
  const wants = found.role === null ? none : proofsOf(found.role);
  if (found.kind === "owner" && !chosen.name) return faulty("name", t("say-your-name"));
  if (found.kind === "owner" && keyOf(chosen.name!) === "") return faulty("name", t("needs-a-letter"));
  if (wants.digits && chosen.digits === undefined && found.role === "technician")
    return faulty("digits", t("must-be-4-to-6-digits"));
  if (wants.passphrase && chosen.passphrase === undefined)
    return faulty("passphrase", t("must-be-at-least-characters", { least: PASSPHRASE.least }));
  if (wants.totp) {
    const isRight =
      found.totpSecret !== null &&
      totpOf(found.totpSecret).validate({ token: chosen.totp ?? "", window: 1 }) !== null;
    if (!isRight) return faulty("totp", t("digits-of-the-authenticator-do-not-fit"));
  }
  return null;
}

/** Takes a one-time code: a person has their proofs from then on, a tablet its secret. The code is spent by it. */
export async function join(pool: pg.Pool, chosen: z.output<typeof joining>, at: Asker): Promise<Joined> {
  const found = await findOneTimeCode(pool, chosen.code);
  if (!found) return { is: "no such code" };
  const lacks = lacking(found, chosen);
  if (lacks) return lacks;
  // Slow on purpose, and so before anything is locked.
  const [codeHash, passphraseHash] = await Promise.all([
    chosen.digits === undefined ? null : slowHash(chosen.digits),
    chosen.passphrase === undefined ? null : slowHash(chosen.passphrase),
  ]);
  return inTransaction<Joined>(pool, async (client) => {
    const { rowCount } = await client.query(
      "UPDATE one_time_code SET used_at = now() WHERE secret_hash = $1 AND used_at IS NULL",
      [digestOf(asMade(chosen.code))],
    );
    if (rowCount !== 1) return { is: "no such code" };
    if (found.kind === "tablet") {
      const secret = newSecret();
      const name = found.tabletName!;
      await client.query(
        "INSERT INTO tablet (name, secret_hash, enrolled_by) SELECT tablet_name, $2, made_by FROM one_time_code WHERE secret_hash = $1",
        [digestOf(asMade(chosen.code)), digestOf(secret)],
      );
      // A browser that is enrolled anew is one tablet, not two.
      if (at.tablet) await client.query("UPDATE tablet SET revoked_at = now() WHERE id = $1", [at.tablet.id]);
      return { is: "tablet", secret, name };
    }
    const who = found.person ?? keyOf(chosen.name!);
    if (found.kind === "owner")
      await client.query(
        "INSERT INTO technician (key, name, role) VALUES ($1, $2, 'owner') ON CONFLICT (key) DO UPDATE SET role = 'owner', left_at = NULL",
        [who, chosen.name],
      );
    await client.query(
      "UPDATE technician SET code_hash = $2, passphrase_hash = $3, totp_secret = $4, totp_step = 0, badge_hash = NULL WHERE key = $1",
      [who, codeHash, passphraseHash, found.totpSecret],
    );
    await client.query("UPDATE session SET ended_at = now() WHERE person = $1 AND ended_at IS NULL", [who]);
    return { is: "person", who };
  });
}
