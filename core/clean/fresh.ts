/** How long a wiped panel stays fit to be laid on, s: dust settles on it all the while. Assumed, until a shop has its own. */
export const FRESH_S = 900;
