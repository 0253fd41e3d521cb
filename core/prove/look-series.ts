import { markSeq } from "../device/ask.ts";
import type { Scene } from "../device/scene.ts";
import { usualAcceptance } from "./acceptance.ts";
import type { HiddenPart } from "./cannot-see.ts";
import { defectKinds, lightings, type Defect, type Lighting } from "./defects.ts";
import { judgeLook, smallestRefused, type LookVerdict, type Smallest } from "./look.ts";
import { renewedMark } from "./prove-facts.ts";
import type { LookedThrough } from "./prove-slot.ts";

/** Defects of the same kind that are no farther apart in two pictures are one, mm. */
const SAME_MM = 0.8;

/** The last look of each light since the new layer was put on, and what they come to together. */
export interface LookSeries {
  looks: readonly (LookedThrough & { verdict: LookVerdict })[];
  verdict: LookVerdict;
  /** The smallest of each kind that one of the pictures shows; null where none says. */
  smallestMm: Smallest | null;
  /** What was left, each once. */
  left: readonly Defect[];
  overruled: number;
  /** The light to take next, where the series cannot tell yet; null where it is done, and where the panel is to be cleaned first. */
  next: Lighting | null;
  advice: readonly string[];
}

const overlaps = (a: HiddenPart, b: HiddenPart): boolean =>
  a.xMm < b.xMm + b.widthMm &&
  b.xMm < a.xMm + a.widthMm &&
  a.yMm < b.yMm + b.heightMm &&
  b.yMm < a.yMm + a.heightMm;

/**
 * The pictures of a panel taken together: one that refuses it refuses it for all; it passes where each place was seen in one of them, and
 * one of them could have shown what the shop refuses. Looks from before the new layer was put on do not count. Null where there are none.
 */
export function lookSeries(scene: Scene): LookSeries | null {
  const { family, state } = scene;
  const since = markSeq(state, renewedMark(scene));
  const kept = lightings.flatMap((lighting) => {
    const look = state.prove.photos.filter((one) => one.lighting === lighting && one.seq > since).at(-1);
    return look ? [{ ...look, ...judgeLook(family, look) }] : [];
  });
  if (kept.length === 0) return null;
  const told = kept.flatMap(({ smallestMm }) => (smallestMm ? [smallestMm] : []));
  const smallestMm =
    told.length === 0
      ? null
      : (Object.fromEntries(
          defectKinds.map((kind) => [kind, Math.min(...told.map((one) => one[kind]))]),
        ) as unknown as Smallest);
  const refused = smallestRefused("speck", kept.at(-1)!.acceptance ?? usualAcceptance);
  // A look of before did not say how fine it was: it counts as it was judged then.
  const isFine =
    refused === null || told.length < kept.length || (smallestMm !== null && smallestMm.speck <= refused);
  const isHidden = kept.some(({ cannotSee = [] }, k) =>
    cannotSee.some((part) =>
      kept.every(
        (other, j) => j === k || (other.cannotSee ?? []).some((elsewhere) => overlaps(part, elsewhere)),
      ),
    ),
  );
  const verdict: LookVerdict = kept.some((look) => look.verdict === "fail")
    ? "fail"
    : isFine && !isHidden
      ? "pass"
      : "cannot tell";
  const last = kept.reduce((latest, look) => (look.seq > latest.seq ? look : latest));
  const untaken = lightings.find((lighting) => kept.every((look) => look.lighting !== lighting));
  const left: Defect[] = [];
  for (const look of kept)
    for (const { overruled, ...defect } of look.defects)
      if (
        !overruled &&
        left.every(
          ({ kind, xMm, yMm }) =>
            kind !== defect.kind || Math.hypot(xMm - defect.xMm, yMm - defect.yMm) > SAME_MM,
        )
      )
        left.push(defect);
  return {
    looks: kept,
    verdict,
    smallestMm,
    left,
    overruled: kept.reduce(
      (sum, { defects }) => sum + defects.filter(({ overruled }) => overruled).length,
      0,
    ),
    next: verdict === "cannot tell" ? (untaken ?? last.lighting) : null,
    advice:
      verdict === "pass" ? [] : last.verdict === verdict ? last.advice : kept.flatMap((look) => look.advice),
  };
}
