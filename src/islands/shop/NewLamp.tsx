import { useState } from "react";
import type { LampLife } from "../../../core/cure/lamp-life.ts";
import { askServer } from "../../ui/ask-server.ts";
import type { Preferences } from "../../ui/preferences.ts";
import { useStoredPreferences } from "../../ui/preferences.ts";
import { useMounted } from "../../ui/useMounted.ts";
import { t } from "../../../words/shop.ts";

/** Notes that a new lamp was put in, so that its life begins anew. */
export function NewLamp({
  initial,
  preferences: first,
}: {
  initial: LampLife | null;
  preferences: Preferences;
}) {
  const mounted = useMounted();
  const { who } = useStoredPreferences(first);
  const [lamp, setLamp] = useState(initial);
  /** The id of the change that is asked about, or null. */
  const [asked, setAsked] = useState<string | null>(null);
  const [said, setSaid] = useState<string>();
  const change = async (id: string) => {
    const noted = await askServer(
      "/api/shop/lamp",
      "POST",
      { id, at: new Date().toISOString(), who },
      t("no-answer-from-the-server-press-again"),
    );
    if ("said" in noted) {
      setSaid(noted.said);
      return;
    }
    setLamp((await noted.answer.json()) as LampLife | null);
    setSaid(t("noted-read-the-new-lamp-with-the"));
    setAsked(null);
  };
  return (
    <div aria-busy={!mounted}>
      <p className="text-lg" data-testid="shop-lamp">
        {lamp === null
          ? t("no-lamp-data-yet-two-readings-some")
          : t("at-of-new-mw-cm", { nowPct: lamp.nowPct.toFixed(0), nowMwCm2: lamp.nowMwCm2.toFixed(0) })}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        {asked ? (
          <button
            type="button"
            className="control text-danger"
            disabled={!who}
            onClick={() => void change(asked)}
          >
            {t("yes-ignore-the-old-lamps-readings")}
          </button>
        ) : (
          <button
            type="button"
            className="control"
            disabled={!who}
            onClick={() => setAsked(crypto.randomUUID())}
          >
            {t("new-lamp-fitted")}
          </button>
        )}
        {!who && <p>{t("first-choose-who-is-at-the-bench")}</p>}
        <p role="status">{said}</p>
      </div>
    </div>
  );
}
