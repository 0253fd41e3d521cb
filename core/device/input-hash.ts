import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import stringify from "safe-stable-stringify";

/**
 * What a calculation was asked, as a hash: SHA-256 in hexadecimal of its JSON with sorted keys. The same input gives the same hash,
 * whatever the order of its fields.
 *
 * @example
 * inputHash({ b: 1, a: 2 }) === inputHash({ a: 2, b: 1 }) // true
 */
export const inputHash = (input: unknown): string =>
  bytesToHex(sha256(utf8ToBytes(stringify(input) ?? "null")));
