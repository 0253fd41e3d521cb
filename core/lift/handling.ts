/** From the plate to the first cut, s. Common practice, no source. */
export const HANDLING_S = 5;
