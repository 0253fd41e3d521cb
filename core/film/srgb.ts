/** How a screen's bytes stand for light: IEC 61966-2-1. Shares from 0 to 1. */
export const lightOf = (coded: number): number =>
  coded <= 0.04045 ? coded / 12.92 : ((coded + 0.055) / 1.055) ** 2.4;

/** Light for each byte of a screen or a photo, 0 to 1. */
export const LIGHT_OF_BYTE = Float64Array.from({ length: 256 }, (_, byte) => lightOf(byte / 255));

const codeOf = (light: number): number =>
  light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055;

/** Red, green and blue light as a colour in the form of #rrggbb; what lies outside is clipped. */
export function hexOf(light: readonly number[]): `#${string}` {
  const bytes = light.map((share) =>
    Math.round(255 * codeOf(Math.min(1, Math.max(0, share))))
      .toString(16)
      .padStart(2, "0"),
  );
  return `#${bytes.join("")}`;
}

/** Red, green and blue light of a colour in the form of #rrggbb. */
export const lightOfHex = (colour: string): [number, number, number] => {
  const share = (at: number) => lightOf(parseInt(colour.slice(at, at + 2), 16) / 255);
  return [share(1), share(3), share(5)];
};
