import type { Calculated } from "../device/calculated.ts";
import { calculatedBy } from "../device/calculated-by.ts";
import { inputHash } from "../device/input-hash.ts";
import type { Scene } from "../device/scene.ts";
import { nearestOnPanel, type Outline } from "../stack/panel-geometry.ts";
import { adhesiveNow } from "./adhesive-now.ts";
import { TRAPPED_MM2, WINDOW_WET_PCT } from "./bond-facts.ts";
import type { FillOutcome } from "./bond-slot.ts";
import {
  calculateFillFront,
  FILL_FRONT_VERSION,
  fillFrontInput,
  type FillFront,
  type FillFrontInput,
} from "./fill-front.ts";
import { panelFill } from "./panel-fill.ts";
import { scaledTo, type NamedPattern, type PatternPiece } from "./pattern.ts";
import { shippedPatterns } from "./shipped-patterns.ts";
import { t } from "../../words/bond.ts";

/** What a fill came to, as the record keeps it. Air round a window that stays dry is meant. */
export const fillOutcome = ({ wetPct, trapped, windowsWet }: FillFront): FillOutcome => ({
  wetPct: Math.round(wetPct * 10) / 10,
  trappedMm2:
    Math.round(
      trapped.reduce((sum, { areaMm2, window }) => (window === null ? sum + areaMm2 : sum), 0) * 10,
    ) / 10,
  windowsWetPct: Math.round(1000 * Math.max(0, ...windowsWet)) / 10,
});

export const isClear = ({ windowsWetPct, trappedMm2 }: FillOutcome): boolean =>
  windowsWetPct <= WINDOW_WET_PCT && trappedMm2 <= TRAPPED_MM2;

/** A pattern drawn in by a share and moved aside, so that it keeps off a window near an edge. */
function moved(pieces: readonly PatternPiece[], panel: Outline, share: number, byX: number, byY: number) {
  const { widthMm, heightMm, pathMm } = panel;
  const at = ({ xMm, yMm }: { xMm: number; yMm: number }) => {
    const place = {
      xMm: Math.min(widthMm - 1, Math.max(1, widthMm / 2 + share * (xMm - widthMm / 2) + byX)),
      yMm: Math.min(heightMm - 1, Math.max(1, heightMm / 2 + share * (yMm - heightMm / 2) + byY)),
    };
    return pathMm ? nearestOnPanel(panel, place) : place;
  };
  return pieces.map((piece): PatternPiece =>
    piece.kind === "dot" ? { ...piece, ...at(piece) } : { ...piece, pathMm: piece.pathMm.map(at) },
  );
}

/** How far a pattern is moved away from the windows, as a share of the panel's longer side. Tried in this order. */
const ASIDE = [0, 0.06, 0.12, 0.18, 0.24] as const;

/**
 * What a pattern's fill comes to when it is run again on what it says it was run on. Null where that is not this panel with this dose and
 * this liquid, or is no input of fill-front at all.
 */
export function fillAgain({ family, state }: Scene, asked: unknown): FillOutcome | null {
  const { dose } = state.bond;
  const parsed = fillFrontInput.safeParse(asked);
  if (!dose || !parsed.success) return null;
  const { pattern, ...rest } = parsed.data;
  const base = panelFill(family, dose.gapUm, adhesiveNow({ state }), "lowered on a wedge");
  const own = fillFrontInput.parse({ ...base, pattern });
  const laidUl = pattern.reduce((sum, { volumeUl }) => sum + volumeUl, 0);
  const isThis = inputHash({ ...own, pattern: null }) === inputHash({ ...rest, pattern: null });
  return isThis && Math.abs(laidUl / (1_000 * dose.volumeMl) - 1) < SAME_VOLUME
    ? fillOutcome(calculateFillFront(parsed.data))
    : null;
}

/** Volumes of a pattern are kept rounded: so far apart, as a share, they are one. */
const SAME_VOLUME = 0.001;

/**
 * A pattern run on this panel by fill-front: the shipped ones as they are, then moved away from the windows, until one wets all but
 * closes in nothing and floods nothing; the best of them where none does. A pattern of one's own is run as it is.
 */
export function choosePattern(
  { family, state }: Scene,
  dose: { gapUm: number; volumeMl: number },
  own: NamedPattern | null = null,
): { name: string; fill: FillOutcome; calculated: Calculated } {
  const adhesive = adhesiveNow({ state });
  const { outline, windows } = family;
  const base = panelFill(family, dose.gapUm, adhesive, "lowered on a wedge");
  if (own) {
    const input: FillFrontInput = { ...base, pattern: scaledTo(own.pieces, dose.volumeMl * 1_000) };
    const fill = fillOutcome(calculateFillFront(input));
    return { name: own.name, fill, calculated: calculatedBy("fill-front", input, FILL_FRONT_VERSION) };
  }
  const longMm = Math.max(outline.widthMm, outline.heightMm);
  const middle = windows.length
    ? {
        x: windows.reduce((sum, w) => sum + w.xMm, 0) / windows.length,
        y: windows.reduce((sum, w) => sum + w.yMm, 0) / windows.length,
      }
    : null;
  const [dx, dy] = middle ? [outline.widthMm / 2 - middle.x, outline.heightMm / 2 - middle.y] : [0, 0];
  const length = Math.hypot(dx, dy) || 1;
  let best: { name: string; fill: FillOutcome; input: FillFrontInput } | null = null;
  const preferred: readonly string[] = ["Branch", "Five dots", "One bead"];
  const patterns = shippedPatterns(outline, dose.volumeMl * 1_000).filter(({ name }) =>
    preferred.includes(name),
  );
  patterns.sort((a, b) => preferred.indexOf(a.name) - preferred.indexOf(b.name));
  for (const aside of middle ? ASIDE : [0]) {
    for (const { name, pieces } of patterns) {
      const share = 1 - aside;
      const by = aside * longMm;
      const pattern: NamedPattern["pieces"] = moved(
        pieces,
        outline,
        share,
        (by * dx) / length,
        (by * dy) / length,
      );
      const input: FillFrontInput = { ...base, pattern };
      const fill = fillOutcome(calculateFillFront(input));
      const found = {
        name: aside === 0 ? name : t("mm-off-the-window", { name, by: Math.round(by) }),
        fill,
        input,
      };
      if (isClear(fill))
        return { name: found.name, fill, calculated: calculatedBy("fill-front", input, FILL_FRONT_VERSION) };
      if (!best || fill.windowsWetPct + fill.trappedMm2 < best.fill.windowsWetPct + best.fill.trappedMm2)
        best = found;
    }
  }
  return {
    name: best!.name,
    fill: best!.fill,
    calculated: calculatedBy("fill-front", best!.input, FILL_FRONT_VERSION),
  };
}
