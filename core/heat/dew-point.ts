/** Constants of the Magnus form. Alduchov & Eskridge 1996, Journal of Applied Meteorology 35, 601. */
const A = 17.625;
const B_C = 243.04;

/** Temperature at which air of this temperature and relative humidity (0 < % ≤ 100) begins to leave water behind, C. */
export function dewPointC(airC: number, relativeHumidityPct: number): number {
  const gamma = Math.log(relativeHumidityPct / 100) + (A * airC) / (B_C + airC);
  return (B_C * gamma) / (A - gamma);
}
