import { useEffect, useState } from "react";
import type { LampLife } from "../../../core/cure/lamp-life.ts";
import { Duration, Figure } from "../../ui/quantity.tsx";
import { t } from "../../../words/cure.ts";

/** How the shop's lamp has aged; asked again when one of its readings is added. */
export function useShopLamp(readings: number): LampLife | null {
  const [lamp, setLamp] = useState<LampLife | null>(null);
  useEffect(() => {
    void fetch("/api/shop/lamp")
      .then(async (answer) => {
        if (answer.ok) setLamp((await answer.json()) as LampLife | null);
      })
      // Without it the panel goes by what was read on this job.
      .catch(() => undefined);
  }, [readings]);
  return lamp;
}

/** What the lamp has lost, and when it will be too weak. */
export function LampAge({ lamp, exposureS }: { lamp: LampLife; exposureS: number | null }) {
  const { nowPct, replaceAtHours, replaceFromHours, replaceToHours } = lamp;
  const hours = (h: number) => (h < 20 ? h.toFixed(1) : h.toFixed(0));
  return (
    <p className="mt-2" data-testid="lamp">
      {t("by-the-shops-own-readings-the-lamp")} <Figure value={nowPct} unit="%" /> {t("of-new")}
      {exposureS !== null && nowPct < 98 && (
        <>
          : <Duration s={exposureS} /> {t("instead-of")} <Duration s={(exposureS * nowPct) / 100} />
        </>
      )}
      .{" "}
      {replaceAtHours === null
        ? t("it-is-steady")
        : t("it-will-be-at-half-after-h", {
            hours: hours(replaceAtHours),
            hours2: hours(replaceFromHours!),
            value: replaceToHours === null ? t("never") : hours(replaceToHours),
          })}{" "}
      <a href="/shop#lamp">{t("new-lamp-fitted")}</a>
    </p>
  );
}
