import { usualAcceptance, type AcceptanceRow } from "./acceptance.ts";
import type { HiddenPart } from "./cannot-see.ts";
import type { Defect, DefectKind } from "./defects.ts";
import type { Family } from "../stack/family.ts";
import { judge, tooManyIn } from "./judge.ts";
import type { PhotoLook } from "./photo-look.ts";
import { t } from "../../words/prove.ts";

/** What a picture can show at the least: pixels across a speck, and along or across the others. Measured on simulated pictures. */
const LEAST_PX: Readonly<Record<DefectKind, { dark: number; white: number }>> = {
  speck: { dark: 2.5, white: 4 },
  fibre: { dark: 20, white: 20 },
  bubble: { dark: 12, white: 12 },
  scratch: { dark: 40, white: 40 },
  patch: { dark: 60, white: 100 },
};
/** However fine a picture is, smaller ones were not tried, mm. */
const LEAST_MM: Readonly<Record<DefectKind, number>> = {
  speck: 0.05,
  fibre: 1,
  bubble: 0.6,
  scratch: 2,
  patch: 5,
};

/** From so many pixels a mm on a faint line shows through a lit panel. */
const LINE_PX_PER_MM = 18;

/** A picture that shows a scratch only where it is longer than this shows none worth telling of, mm. */
export const LONGEST_TOLD_MM = 20;

/** A picture's lens blurs it by so much at the least; one that is blurred by more shows as much as a coarser one, px. */
const SHARP_PX = 1.2;

/** How fine a picture is in effect, px/mm: out of focus it is coarser than its pixels are. */
export const sharpPxPerMm = (pxPerMm: number, blurMm: number | null | undefined): number =>
  blurMm ? Math.min(pxPerMm, SHARP_PX / blurMm) : pxPerMm;

/** Below this share of its pixels it is the focus that is to be mended, not the distance. */
const FOCUS_SHARE = 0.75;

export type Smallest = Readonly<Record<DefectKind, number>>;

/** The smallest of each kind that a picture of so many pixels a mm shows nearly always, mm; a scratch that takes a tenth of the light or more. */
export function smallestSeen(pxPerMm: number, isWhite: boolean): Smallest {
  const of = (kind: DefectKind) =>
    Math.max(LEAST_MM[kind], LEAST_PX[kind][isWhite ? "white" : "dark"] / pxPerMm);
  // A faint line in a coarse picture of a lit panel is lost in the grid: what is seen of it falls off steeply.
  const faint = isWhite ? Math.max(1, LINE_PX_PER_MM / pxPerMm) ** 2 : 1;
  return {
    speck: of("speck"),
    fibre: of("fibre") * faint,
    bubble: of("bubble"),
    scratch: of("scratch") * faint,
    patch: of("patch"),
  };
}

/** What a look through a picture rests on that nobody measured on a real one. */
export const lookAssumes = (): string[] => [t("smallest-sizes-assumed"), t("hidden-parts-assumed")];

export const lookVerdicts = ["pass", "fail", "cannot tell"] as const;
export type LookVerdict = (typeof lookVerdicts)[number];

/** The smallest of a kind that a shop's table refuses when there is one, mm; null where it lets any pass. */
export function smallestRefused(kind: DefectKind, rows: readonly AcceptanceRow[]): number | null {
  const least = rows
    .filter(({ kinds, centre }) => kinds.includes(kind) && centre === 0)
    .map(({ fromMm }) => fromMm);
  return least.length === 0 ? null : Math.min(...least);
}

/**
 * What a look through a picture comes to: it fails by what was found; it passes where the picture could have shown what the table refuses,
 * everywhere; else it cannot be told, and what to change is said.
 *
 * @example
 * verdictOf({ defects: [], cannotSee: [], pxPerMm: 20, isWhite: true, panel: { widthMm: 60, heightMm: 40 }, borderMm: 0 }).verdict // "pass"
 */
export function verdictOf({
  defects,
  cannotSee,
  pxPerMm,
  blurMm,
  isWhite,
  panel,
  borderMm,
  acceptance = usualAcceptance,
}: {
  defects: readonly Defect[];
  cannotSee: readonly HiddenPart[];
  pxPerMm: number;
  /** How far it is out of focus, mm on the panel, where that is known. */
  blurMm?: number | null | undefined;
  isWhite: boolean;
  panel: { widthMm: number; heightMm: number };
  borderMm: number;
  acceptance?: readonly AcceptanceRow[];
}): {
  verdict: LookVerdict;
  smallestMm: Smallest;
  advice: string[];
  tooMany: string;
} & Pick<ReturnType<typeof judge>, "counts" | "score"> {
  const finePxPerMm = sharpPxPerMm(pxPerMm, blurMm);
  const smallestMm = smallestSeen(finePxPerMm, isWhite);
  const judged = judge(defects, panel, borderMm, acceptance);
  const tooMany = tooManyIn(judged);
  const told = { counts: judged.counts, score: judged.score, smallestMm, tooMany };
  if (judged.verdict === "fail")
    return { ...told, verdict: "fail", advice: [t("photo-refused", { what: tooMany })] };
  // Lines and patches are refused at any size: they are held to what a look can claim at its best.
  const refused = smallestRefused("speck", acceptance);
  const advice = [
    ...(refused !== null && smallestMm.speck > refused
      ? [
          finePxPerMm < FOCUS_SHARE * pxPerMm
            ? t("photo-blurred", { mm: refused })
            : t("photo-too-far", {
                mm: refused,
                pxPerMm: Math.ceil((isWhite ? LEAST_PX.speck.white : LEAST_PX.speck.dark) / refused),
              }),
        ]
      : []),
    ...(cannotSee.some(({ why }) => why === "glare") ? [t("photo-glare")] : []),
    ...(cannotSee.some(({ why }) => why === "lit text") ? [t("photo-text")] : []),
  ];
  return { ...told, verdict: advice.length > 0 ? "cannot tell" : "pass", advice };
}

/** What to change where no panel stands out of the picture at all. */
export const noPanelAdvice = (): string => t("photo-no-panel");

/** How a kept look is judged: without what was overruled, by the table that stood when it was kept; what it could have shown, where it says. */
export function judgeLook(
  { outline, borderMm }: Pick<Family, "outline" | "borderMm">,
  { defects, acceptance, pxPerMm, blurMm, cannotSee = [], lighting }: PhotoLook,
): { verdict: LookVerdict; smallestMm: Smallest | null; advice: string[] } {
  const judged = verdictOf({
    defects: defects.filter(({ overruled }) => !overruled),
    cannotSee,
    // A look of before did not say how fine it was: it stays as it was judged then.
    pxPerMm: pxPerMm ?? Infinity,
    blurMm,
    isWhite: lighting === "white",
    panel: outline,
    borderMm,
    ...(acceptance ? { acceptance } : {}),
  });
  const { verdict, smallestMm, advice } = judged;
  return { verdict, smallestMm: pxPerMm === undefined ? null : smallestMm, advice };
}
