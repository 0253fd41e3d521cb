/**
 * Whether an address leads to a page of this server and nowhere else: browsers take a second slash, one turned round, and what stands unseen
 * between two for the beginning of another server's name.
 *
 * @example
 * isOwnPath("//elsewhere.example") // false
 */
export const isOwnPath = (path: string): boolean => /^\/(?![/\\])[\x21-\x7e]*$/.test(path);
