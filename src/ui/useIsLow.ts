import { useSyncExternalStore } from "react";

/** As the variant `low` of the styles. */
const LOW = "(orientation: landscape) and (max-height: 30rem)";

function subscribe(onChange: () => void): () => void {
  const query = matchMedia(LOW);
  query.addEventListener("change", onChange);
  return () => query.removeEventListener("change", onChange);
}

/** Whether the page is seen on a phone held sideways; not before it has come to life. */
export const useIsLow = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => matchMedia(LOW).matches,
    () => false,
  );
