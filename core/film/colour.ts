import { hexOf } from "./srgb.ts";
import { t } from "../../words/film.ts";

/** Colour of light as the CIE 1931 standard observer sees it. */

export const wavelengthsNm: readonly number[] = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);

export const illuminants = ["E", "D65"] as const;
export type Illuminant = (typeof illuminants)[number];

export type Triple = readonly [number, number, number];

/** A bell with another width on each side. */
const lobe = (nm: number, peak: number, below: number, above: number) =>
  Math.exp(-0.5 * ((nm - peak) * (nm < peak ? below : above)) ** 2);

/** The observer's three sensitivities: Wyman, Sloan & Shirley 2013, *Simple Analytic Approximations to the CIE XYZ Color Matching Functions*. */
export const observer = (nm: number): Triple => [
  0.362 * lobe(nm, 442, 0.0624, 0.0374) +
    1.056 * lobe(nm, 599.8, 0.0264, 0.0323) -
    0.065 * lobe(nm, 501.1, 0.049, 0.0382),
  0.821 * lobe(nm, 568.8, 0.0213, 0.0247) + 0.286 * lobe(nm, 530.9, 0.0613, 0.0322),
  1.217 * lobe(nm, 437, 0.0845, 0.0278) + 0.681 * lobe(nm, 459, 0.0385, 0.0725),
];

/** Daylight D65 from 380 nm in steps of 10: CIE 15, from memory. */
const d65 = [
  49.98, 54.65, 82.75, 91.49, 93.43, 86.68, 104.87, 117.01, 117.81, 114.86, 115.92, 108.81, 109.35, 107.8,
  104.79, 107.69, 104.41, 104.05, 100, 96.33, 95.79, 88.69, 90.01, 89.6, 87.7, 83.29, 83.7, 80.03, 80.21,
  82.28, 78.28, 69.72, 71.61, 74.35, 61.6, 69.89, 75.09, 63.59, 46.42, 66.81, 63.38,
];

function power(illuminant: Illuminant, nm: number): number {
  if (illuminant === "E") return 100;
  const at = (nm - 380) / 10;
  const low = Math.min(d65.length - 2, Math.floor(at));
  return d65[low]! + (at - low) * (d65[low + 1]! - d65[low]!);
}

/** What a spectrum of light of equal power at each wavelength weighs in X, Y and Z: all of it gives Y = 1. */
const weights = Object.fromEntries(
  illuminants.map((illuminant) => {
    const raw = wavelengthsNm.map((nm) => observer(nm).map((v) => v * power(illuminant, nm)));
    const allY = raw.reduce((sum, row) => sum + row[1]!, 0);
    return [illuminant, raw.map((row) => row.map((v) => v / allY) as unknown as Triple)];
  }),
) as unknown as Record<Illuminant, readonly Triple[]>;

/** X, Y and Z of what is let through, by wavelength as in `wavelengthsNm`; Y is 1 where all of it is. */
export function tristimulus(transmittance: readonly number[], illuminant: Illuminant): Triple {
  const xyz: [number, number, number] = [0, 0, 0];
  transmittance.forEach((t, i) => {
    const weight = weights[illuminant][i]!;
    for (const k of [0, 1, 2] as const) xyz[k] += t * weight[k];
  });
  return xyz;
}

export const chromaticity = ([X, Y, Z]: Triple): { x: number; y: number } => {
  const sum = X + Y + Z;
  return sum > 0 ? { x: X / sum, y: Y / sum } : { x: 1 / 3, y: 1 / 3 };
};

const whites = Object.fromEntries(
  illuminants.map((illuminant) => [
    illuminant,
    tristimulus(
      wavelengthsNm.map(() => 1),
      illuminant,
    ),
  ]),
) as unknown as Record<Illuminant, Triple>;

type Rows = readonly [Triple, Triple, Triple];
const apply = (rows: Rows, v: Triple): Triple =>
  rows.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]) as unknown as Triple;

/** Cone responses and back: Bradford, as in Lam 1985 (from memory). */
const toCones: Rows = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];
const fromCones: Rows = [
  [0.9869929, -0.1470543, 0.1599627],
  [0.4323053, 0.5183603, 0.0492912],
  [-0.0085287, 0.0400428, 0.9684867],
];
/** X, Y, Z to red, green, blue: IEC 61966-2-1. */
const toRgb: Rows = [
  [3.2406, -1.5372, -0.4986],
  [-0.9689, 1.8758, 0.0415],
  [0.0557, -0.204, 1.057],
];
const screenWhite: Triple = [0.95047, 1, 1.08883];

/** As a screen shows it, with the illuminant as its white: sRGB, IEC 61966-2-1; what lies outside is clipped. */
export function screenColour(xyz: Triple, illuminant: Illuminant): `#${string}` {
  const [from, to] = [apply(toCones, whites[illuminant]), apply(toCones, screenWhite)];
  const cones = apply(toCones, xyz).map((v, i) => (v * to[i]!) / from[i]!) as unknown as Triple;
  return hexOf(apply(toRgb, apply(fromCones, cones)));
}

/** Lightness and the two opponent colours against the illuminant: CIE 1976 L*a*b*. */
function lab(xyz: Triple, illuminant: Illuminant): Triple {
  const [x, y, z] = xyz.map((v, i) => {
    const share = v / whites[illuminant][i]!;
    return share > (6 / 29) ** 3 ? Math.cbrt(share) : share / (3 * (6 / 29) ** 2) + 4 / 29;
  }) as unknown as Triple;
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** How strong a tint is, 0 for grey and white: the chroma of CIE 1976 L*a*b*. */
export function chromaOf(xyz: Triple, illuminant: Illuminant): number {
  const [, a, b] = lab(xyz, illuminant);
  return Math.hypot(a, b);
}

/** From which hue angle on a tint has its name, deg. */
const hues = [
  [0, "pink"],
  [20, "red"],
  [50, "orange"],
  [80, "yellow"],
  [100, "yellow-green"],
  [135, "green"],
  [180, "blue-green"],
  [230, "blue"],
  [280, "violet-blue"],
  [315, "violet"],
  [340, "pink"],
] as const;
/** Below this there is no tint that anybody would name. */
const LEAST_CHROMA = 8;
const DEEP_CHROMA = 35;

/** A tint in words: black, grey and white apart, how deep it is and which way it leans. */
export function tintName(xyz: Triple, illuminant: Illuminant): string {
  const [lightness, a, b] = lab(xyz, illuminant);
  const chroma = chromaOf(xyz, illuminant);
  if (lightness < 18) return chroma < 15 ? "black" : t("near-black", { hueName: hueName(a, b) });
  if (chroma < LEAST_CHROMA) return lightness > 80 ? "white" : lightness > 40 ? "grey" : t("dark-grey");
  return `${chroma >= DEEP_CHROMA ? "" : "pale "}${hueName(a, b)}`;
}

function hueName(a: number, b: number): string {
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  return hues.filter(([from]) => from <= hue).at(-1)![1];
}
