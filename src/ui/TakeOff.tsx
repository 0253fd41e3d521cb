import { useState } from "react";
import { t } from "../../words/frame.ts";

/** Takes something off a shelf for good: asked once more, because nothing brings it back. */
export function TakeOff({ name, onTakeOff }: { name: string; onTakeOff: () => Promise<unknown> }) {
  const [isAsked, setIsAsked] = useState(false);
  return isAsked ? (
    <button
      type="button"
      className="control text-danger"
      onClick={() => void onTakeOff().then(() => setIsAsked(false))}
    >
      {t("throw-it-away")}
    </button>
  ) : (
    <button
      type="button"
      className="control border-line font-normal"
      aria-label={t("remove-from-the-shelf", { name })}
      onClick={() => setIsAsked(true)}
    >
      {t("remove")}
    </button>
  );
}
