import { useState } from "react";
import type { LampLife } from "../../../core/cure/lamp-life.ts";
import type { Problem } from "../../../server/problem.ts";
import type { Preferences } from "../../ui/preferences.ts";
import { useStoredPreferences } from "../../ui/preferences.ts";
import { useMounted } from "../../ui/useMounted.ts";

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
  const [isSure, setIsSure] = useState(false);
  const [id] = useState(() => crypto.randomUUID());
  const [said, setSaid] = useState<string>();
  const change = async () => {
    try {
      const answer = await fetch("/api/shop/lamp", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ id, at: new Date().toISOString(), who }),
      });
      if (!answer.ok) {
        setSaid(((await answer.json()) as Problem).detail);
        return;
      }
      setLamp((await answer.json()) as LampLife | null);
      setSaid("Noted. Read the new lamp with the radiometer at the next cure.");
      setIsSure(false);
    } catch {
      setSaid("No answer from the server: press again.");
    }
  };
  return (
    <div aria-busy={!mounted}>
      <p className="text-lg" data-testid="shop-lamp">
        {lamp === null
          ? "Nothing is known of the lamp yet: two readings, some hours of light apart, tell how it ages."
          : `At ${lamp.nowPct.toFixed(0)} % of new: ${lamp.nowMwCm2.toFixed(0)} mW/cm².`}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        {isSure ? (
          <button type="button" className="control text-danger" disabled={!who} onClick={() => void change()}>
            Yes: the old one is out, its readings count no more
          </button>
        ) : (
          <button type="button" className="control" disabled={!who} onClick={() => setIsSure(true)}>
            A new lamp was put in
          </button>
        )}
        {!who && <p>Say first who is at the bench.</p>}
        <p role="status">{said}</p>
      </div>
    </div>
  );
}
