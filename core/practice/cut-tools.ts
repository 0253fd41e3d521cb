/** How wide a hand rubs a film down to either side, mm. Assumed. */
export const PAD_MM = 9;
/** Hands turn a piece by steps of this, deg. */
export const TURN_STEP_DEG = 15;
