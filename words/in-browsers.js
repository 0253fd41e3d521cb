/** What the build and the running program must see alike, so in plain JavaScript: the build reads no TypeScript. */

/**
 * Whether a message chooses its words; most only hold values and numbers, and need no parser.
 * @param {string} text @returns {boolean}
 */
export const hasChoices = (text) => /\{\w+, (?!number)|'\{/.test(text);

/**
 * Whether browsers say a message of the job: why a move is refused is said by the server.
 * @param {string} id @returns {boolean}
 */
export const isSaidInBrowsers = (id) => !id.startsWith("fault.");
