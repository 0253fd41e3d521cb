import { useEffect, useRef, useState } from "react";
import { chamber } from "../../../core/bond/bubbles.ts";
import type { ChamberReading } from "../../../server/devices/pressure-chamber.ts";
import type { ToolProps } from "../work/instrument.ts";
import { Figure, Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/bond.ts";

/** From this share of its pressure on the chamber counts as up. */
const UP_SHARE = 0.97;
/** Asked again after so long, ms. */
const AGAIN_MS = 1_000;
/** Nothing for so long, and it counts as lost, ms. */
const SILENT_MS = 5_000;

/** Pressure and temperature of the chamber, live; the pressure goes into the log once it is up. */
export function ChamberWatch({ code, scene, nowMs, tell }: ToolProps) {
  const isRunning = scene.state.bond.chamberSinceMs !== null;
  const [last, setLast] = useState<ChamberReading | null>(null);
  const [name, setName] = useState("");
  /** Asked anew where the chamber was not to be had: the press that started it may be on its way yet. */
  const [attempt, setAttempt] = useState(0);
  const handler = useRef(tell);
  const { holdBar } = chamber.usual;
  useEffect(() => {
    handler.current = tell;
  });
  useEffect(() => {
    if (!isRunning) return undefined;
    let isLogged = false;
    const line = new EventSource(`/api/jobs/${code}/chamber?at=${Date.now()}`);
    line.addEventListener("device", ({ data }: MessageEvent<string>) =>
      setName((JSON.parse(data) as { name: string }).name),
    );
    line.addEventListener("reading", ({ data }: MessageEvent<string>) => {
      const reading = JSON.parse(data) as ChamberReading;
      setLast(reading);
      if (isLogged || reading.barAbs < UP_SHARE * holdBar) return;
      isLogged = true;
      handler.current("reading-taken", {
        quantity: "chamber pressure",
        source: "simulated",
        values: [{ at: new Date(reading.atMs).toISOString(), value: reading.barAbs }],
      });
    });
    let again: ReturnType<typeof setTimeout> | undefined;
    line.onerror = () => {
      if (line.readyState !== EventSource.CLOSED) return;
      again = setTimeout(() => setAttempt(attempt + 1), AGAIN_MS);
    };
    return () => {
      line.close();
      clearTimeout(again);
    };
  }, [code, isRunning, holdBar, attempt]);
  if (!isRunning) return <p className="text-soft">{t("nothing-is-in-the-chamber")}</p>;
  if (!last) return <p role="status">{t("no-reading-from-the-chamber-yet")}</p>;
  const isLost = nowMs - last.atMs > SILENT_MS;
  return (
    <p className={`mt-2 text-xl ${isLost ? "edge-hatch text-danger" : ""}`} data-testid="chamber">
      <Figure value={last.barAbs} unit="bar" digits={2} />, <Temperature c={last.chamberC} digits={1} />
      <span className="block text-base text-soft">
        {name}
        {isLost
          ? t("no-readings-any-more-read-its-own")
          : last.barAbs >= UP_SHARE * holdBar
            ? t("up-holding")
            : t("filling")}
      </span>
    </p>
  );
}
