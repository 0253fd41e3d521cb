import { randomBytes } from "node:crypto";

/** 144 bits by chance: nobody comes upon one by trying. */
const TOKEN_BYTES = 18;

/** What an address ends in that only its reader is to know. */
export const newToken = (): string => randomBytes(TOKEN_BYTES).toString("base64url");
