/** A border that is equal within so much passes, mm. Common practice, no source. */
export const BORDER_PASS_MM = 0.5;
