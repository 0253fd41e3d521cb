import { t } from "../../../words/practice.ts";

/** Above an exercise: that nothing here is real, and the way back to all of them. */
export const PracticeStrip = () => (
  <p className="edge-hatch -mx-3 flex gap-3 px-3 py-1 font-semibold sm:-mx-5 sm:px-5">
    <span className="flex-1">{t("this-is-practice")}</span>
    <a href="/practice" className="underline">
      {t("all-exercises")}
    </a>
  </p>
);
