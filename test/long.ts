/** The long form of the tests: every case, not a drawn share of them. */
export const isLong = process.env.HALF_LIFT_LONG === "1";
