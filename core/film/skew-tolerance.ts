/**
 * How far a piece may be turned about its middle before a corner of what it must cover looks out: what it must cover is smaller by the
 * cover on each side. A corner at a radius R and an angle b from an axis passes that axis's edge where R cos(turn - b) equals it.
 */
export function skewTolerance(widthMm: number, heightMm: number, coverMm: number): number | null {
  const [a, b] = [widthMm / 2 - coverMm, heightMm / 2 - coverMm];
  if (a <= 0 || b <= 0) return null;
  const radius = Math.hypot(a, b);
  const turns = [
    [a, b],
    [b, a],
  ].flatMap(([along, across]) => {
    const edge = along! + coverMm;
    return edge >= radius ? [] : [Math.atan2(across!, along!) - Math.acos(edge / radius)];
  });
  return turns.length ? (Math.min(...turns) * 180) / Math.PI : null;
}
