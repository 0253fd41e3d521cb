import { useEffect } from "react";
import { theOutbox } from "../outbox/useOutbox.ts";

const LOOK_MS = 5_000;

const isTyping = () =>
  document.activeElement instanceof HTMLInputElement ||
  document.activeElement instanceof HTMLTextAreaElement ||
  document.activeElement instanceof HTMLSelectElement;

/** Whether the page may be loaded anew without anybody missing anything: no press is on its way, nobody types. */
export const isIdle = (): boolean => theOutbox().entries.length === 0 && !isTyping();

/** Keeps this version's pages in this browser, so that they open without the server, and gives way to a newer one between two presses. */
export function useServiceWorker(): void {
  useEffect(() => {
    // Only over a secure connection, and where it was built.
    const container = navigator.serviceWorker as ServiceWorkerContainer | undefined;
    if (!container || !import.meta.env.PROD) return;
    // The first one to come changes nothing of what is shown.
    const hadOne = container.controller !== null;
    // Another page may have let the newer one take over while something is on its way here.
    let isOld = false;
    const onNewer = () => {
      isOld = hadOne;
    };
    container.addEventListener("controllerchange", onNewer);
    let registration: ServiceWorkerRegistration | null = null;
    container
      .register("/service-worker.js")
      .then((registered) => (registration = registered))
      // A browser that keeps nothing works as before, as long as the server answers.
      .catch(() => undefined);
    const timer = setInterval(() => {
      if (!isIdle()) return;
      if (isOld) location.reload();
      else registration?.waiting?.postMessage("take over");
    }, LOOK_MS);
    return () => {
      container.removeEventListener("controllerchange", onNewer);
      clearInterval(timer);
    };
  }, []);
}
