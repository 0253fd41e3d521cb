/** How long capacitors are given after the plug is out where the family names no time, s. Assumed. */
export const USUAL_DISCHARGE_S = 300;
