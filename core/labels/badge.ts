/** What a badge's code begins with, and the letters after it, which nobody mistakes for one another and every reader types alike. */
const PREFIX = "BADGE";
export const READABLE_LETTERS = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ";
/** Of 32 letters each: 130 bits by chance. */
export const BADGE_LETTERS = 26;
const BADGE = new RegExp(`${PREFIX}([${READABLE_LETTERS}]{${BADGE_LETTERS}})$`, "i");

/**
 * What the code on a badge says: letters and figures alone, so that a reader with any keyboard types it.
 *
 * @example
 * badgeText("23456789ABCDEFGHJKLMNPQRST") // "BADGE23456789ABCDEFGHJKLMNPQRST"
 */
export const badgeText = (secret: string): string => `${PREFIX}${secret}`;

/**
 * The secret of a badge at the end of what was read or typed; null where it ends in none.
 *
 * @example
 * readBadge("12badge23456789abcdefghjklmnpqrst") // "23456789ABCDEFGHJKLMNPQRST"
 */
export const readBadge = (text: string): string | null => BADGE.exec(text.trim())?.[1]?.toUpperCase() ?? null;
