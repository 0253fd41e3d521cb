import type { ShopRoom } from "../../../core/clean/room.ts";
import type { Vapour } from "../../../core/clean/vapour.ts";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { Assumed, Figure } from "../../ui/quantity.tsx";
import { t } from "../../../words/clean.ts";

/** A share of what may not be passed, as a bar that ends at it. */
function Share({ label, share, words }: { label: string; share: number; words: string }) {
  const isOver = share > 1;
  return (
    <div className="mt-2">
      <div className="flex flex-wrap justify-between gap-x-3">
        <span>{label}</span>
        <span className={isOver ? "font-semibold text-danger" : ""}>{words}</span>
      </div>
      <div aria-hidden className="mt-0.5 h-2.5 border border-soft">
        <div
          className={`h-full ${isOver ? "bg-danger" : "bg-liquid"}`}
          style={{ width: `${Math.min(100, Math.max(0.6, 100 * share))}%` }}
        />
      </div>
    </div>
  );
}

const ppm = (value: number) =>
  t("ppm", {
    value:
      value < 10
        ? Number(value.toPrecision(2))
        : Math.round(value).toLocaleString("en-GB").replaceAll(",", "\u202f"),
  });

/** Below this share of its limit a figure stands folded away. */
const WORTH_A_LOOK = 0.25;

/** What the wipe puts in the room's air, against what people bear and what can explode. */
export function VapourFigures({
  vapour,
  earlierMl,
  room,
  assumptions,
}: {
  vapour: Vapour;
  /** What of it went on cloths in the last eight hours, counted in. */
  earlierMl: number;
  room: ShopRoom;
  assumptions: readonly string[];
}) {
  const { peakPpm, twa8hPpm, limitPpm, lowerExplosivePct, airChangesNeededPerH, ignition, cautions } = vapour;
  const { near15MinPpm, shortTermPpm } = vapour;
  const isEnough = airChangesNeededPerH <= room.airChangesPerH;
  const figures = [
    {
      label: t("over-a-working-day"),
      share: twa8hPpm / limitPpm,
      words: t("of", { ppm: ppm(twa8hPpm), ppm2: ppm(limitPpm) }),
    },
    { label: t("peak"), share: peakPpm / limitPpm, words: ppm(peakPpm) },
    ...(shortTermPpm === null
      ? []
      : [
          {
            label: t("at-the-face-for-15-min"),
            share: near15MinPpm / shortTermPpm,
            words: t("of", { ppm: ppm(near15MinPpm), ppm2: ppm(shortTermPpm) }),
          },
        ]),
    ...(lowerExplosivePct === null
      ? []
      : [
          {
            label: t("share-of-the-explosive-limit"),
            share: lowerExplosivePct / 10,
            words: t("at-most-10", { lowerExplosivePct: Number(lowerExplosivePct.toPrecision(2)) }),
          },
        ]),
  ];
  const shares = (isOpen: boolean) =>
    figures
      .filter(({ share }) => share > WORTH_A_LOOK === isOpen)
      .map((figure) => <Share key={figure.label} {...figure} />);
  const cautionsSaid = cautions.map((caution) => (
    <p key={caution} className="mt-1">
      {caution}
    </p>
  ));
  // That nothing may be lit nearby stands with the step; more than that is said here.
  const isMore = cautions.length > (ignition === "no flame or hot tool" ? 1 : 0);
  return (
    <div className="mt-2" data-testid="vapour">
      {shares(true)}
      {ignition === "above autoignition" && (
        <p className="edge-hatch mt-2 font-semibold text-danger">{t("something-nearby-is-hot-enough-to")}</p>
      )}
      {isMore && cautionsSaid}
      {!isEnough && (
        <p className="edge-hatch mt-2 text-danger">
          {t("needs-air-changes-an-hour", {
            airChangesNeededPerH: Number(airChangesNeededPerH.toPrecision(2)),
          })}
        </p>
      )}
      <details className="mt-1">
        <summary className="min-h-12 content-center font-semibold">
          {isEnough ? t("enough-air-in") : t("more-air-than-in")} <Figure value={room.roomM3} unit="m³" />
        </summary>
        {shares(false)}
        {!isMore && cautionsSaid}
        {earlierMl > 0 && (
          <p className="mt-1" data-testid="earlier">
            {t("of-it-here-in-the-last-8-h", { earlierMl: Math.round(earlierMl) })}
          </p>
        )}
        <p className="mt-2">
          <Assumed
            source={t("the-room-that-is-set-for-this")}
            measure={{ href: "/shop#room", words: t("set-the-room") }}
          >
            <Figure value={room.airChangesPerH} unit={t("air-changes-an-hour")} digits={1} />
          </Assumed>
          {t("mixing-1-ideal-10-poor", {
            mixing: room.mixing,
            value:
              airChangesNeededPerH === 0
                ? t("enough-air-for-one-wipe-like-this")
                : t("needed-an-hour", { airChangesNeededPerH: Number(airChangesNeededPerH.toPrecision(2)) }),
          })}{" "}
          <span className="text-soft">{t("right-above-the-cloth-the-vapour-is")}</span>{" "}
          <Assumptions words={assumptions} />
        </p>
      </details>
    </div>
  );
}
