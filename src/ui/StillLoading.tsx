import { useEffect, useState } from "react";
import { t } from "../../words/frame.ts";

/** What loads within this time is not spoken of, ms. */
const PATIENCE_MS = 1_500;

/** Stands where a part of the page is still on its way. */
export function StillLoading() {
  const [isLate, setIsLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setIsLate(true), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, []);
  return isLate ? <p role="status">{t("this-part-is-still-loading-trying")}</p> : null;
}
