import { useSyncExternalStore } from "react";

/** False while the server writes the page and until this browser has woken it up. */
export const useMounted = () =>
  useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
