import { tops, type Top } from "../../core/prove/square-up.ts";
import { useDraft } from "../ui/useDraft.ts";
import { t } from "../../words/camera.ts";

/** To which side of the picture panels' own tops lie at this station; kept in this browser. */
export const useTop = () => useDraft<Top>("camera top", "up");

const words = (top: Top): string => {
  switch (top) {
    case "up":
      return t("top-is-up");
    case "right":
      return t("top-is-at-the-right");
    case "down":
      return t("top-is-down");
    case "left":
      return t("top-is-at-the-left");
  }
};

/** A long panel fills the picture lying on its side: which way its top lies then. */
export function TopPicker({ top, onPick }: { top: Top; onPick: (top: Top) => void }) {
  return (
    <select
      className="entry"
      aria-label={t("top-of-the-panel-in-the-picture")}
      value={top}
      onChange={({ target }) => onPick(target.value as Top)}
    >
      {tops.map((one) => (
        <option key={one} value={one}>
          {words(one)}
        </option>
      ))}
    </select>
  );
}
