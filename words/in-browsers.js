/** What the build and the running program must see alike, so in plain JavaScript: the build reads no TypeScript. */

/**
 * Whether a message chooses its words; most only hold values and numbers, and need no parser.
 * @param {string} text @returns {boolean}
 */
export const hasChoices = (text) => /\{\w+, (?!number)|'\{/.test(text);

/** Why a choice is refused is said before it is made, so by browsers too. */
const OF_CHOICES = new Set([
  "fault.film-cut-already",
  "fault.film-not-on-route",
  "fault.film-off-axis",
  "fault.laid-already",
  "fault.lot-joins-nothing",
  "fault.no-thaw",
  "fault.no-window",
  "fault.not-the-lamp-read",
  "fault.nothing-heated",
  "fault.on-the-heat",
]);

/**
 * Whether browsers say a message of the job: why any other move is refused is said by the server.
 * @param {string} id @returns {boolean}
 */
export const isSaidInBrowsers = (id) => !id.startsWith("fault.") || OF_CHOICES.has(id);
