import { useEffect, useMemo, useRef, useState } from "react";
import type { Tell } from "../work/instrument.ts";
import { useInstrument } from "../../instruments/serial-instruments.ts";
import { Duration, Temperature } from "../../ui/quantity.tsx";
import { t } from "../../../words/lift.ts";

interface Reading {
  atMs: number;
  valueC: number;
}

interface Device {
  name: string;
  isSimulated: boolean;
  everyMs: number;
}

/** So many go into one entry of the log: half a minute's. */
const IN_ONE_ENTRY = 30;
/** Nothing for so many readings' time, and it counts as lost. */
const SILENT_READINGS = 3.5;
/** The mean of so many readings is held against what was worked out. */
const DRIFT_READINGS = 8;
const DRIFT_K = 3;

/** A thermocouple in the glue line, live: its value, how far it is from what was worked out, and at once when it is lost. */
export function Thermocouple({
  code,
  soakKey,
  nowMs,
  expected,
  isRunning,
  disabled,
  tell,
  onLive,
}: {
  code: string;
  /** Changes with the soak: the stand-in begins anew with each. */
  soakKey: string;
  nowMs: number;
  /** Works out what the glue line should have at a moment; null where no soak has begun. */
  expected: () => ((nowMs: number) => number) | null;
  /** A soak or a window is running. */
  isRunning: boolean;
  disabled: boolean;
  tell: Tell;
  /** Readings that are not in the log yet. */
  onLive: (readings: readonly Reading[]) => void;
}) {
  const [isOn, setIsOn] = useState(false);
  const [last, setLast] = useState<readonly Reading[]>([]);
  const [device, setDevice] = useState<Device | null>(null);
  const [isBroken, setIsBroken] = useState(false);
  /** A real one on this station's port takes the stand-in's place. */
  const instrument = useInstrument("glue line");
  const isReal = instrument !== null;
  const unsent = useRef<Reading[]>([]);
  const taking = useRef<(reading: Reading) => void>(() => undefined);
  const handlers = useRef({ tell, onLive });
  useEffect(() => {
    handlers.current = { tell, onLive };
  });

  useEffect(() => {
    if (!isOn) return undefined;
    setLast([]);
    const flush = () => {
      const some = unsent.current;
      if (some.length === 0) return;
      unsent.current = [];
      const values = some.map(({ atMs, valueC }) => ({ at: new Date(atMs).toISOString(), value: valueC }));
      const source = isReal ? "logger" : "simulated";
      handlers.current.tell("reading-taken", { quantity: "glue line", source, values });
      handlers.current.onLive([]);
    };
    taking.current = (reading) => {
      setIsBroken(false);
      setLast((before) => [...before.slice(1 - DRIFT_READINGS), reading]);
      unsent.current = [...unsent.current, reading];
      handlers.current.onLive(unsent.current);
      if (unsent.current.length >= IN_ONE_ENTRY) flush();
    };
    if (isReal) return flush;
    const line = new EventSource(`/api/jobs/${code}/thermocouple?at=${Date.now()}`);
    line.addEventListener("device", ({ data }: MessageEvent<string>) =>
      setDevice(JSON.parse(data) as Device),
    );
    line.addEventListener("reading", ({ data }: MessageEvent<string>) => {
      taking.current(JSON.parse(data) as Reading);
    });
    line.addEventListener("lost", () => setIsBroken(true));
    line.onerror = () => setIsBroken(true);
    return () => {
      line.close();
      flush();
    };
  }, [isOn, code, soakKey, isReal]);

  const printed = instrument?.last ?? null;
  useEffect(() => {
    if (isOn && printed !== null) taking.current({ atMs: printed.atMs, valueC: printed.value });
  }, [isOn, printed]);

  // Nobody needs it while no thermocouple is joined, and it takes some time.
  const expectedC = useMemo(() => (isOn ? expected() : null), [isOn, expected]);
  const isGone = isReal && instrument.status === "lost";
  const newest = last.at(-1);
  const silentMs = newest ? nowMs - newest.atMs : 0;
  const isLost =
    isOn &&
    newest !== undefined &&
    (isBroken || isGone || silentMs > SILENT_READINGS * (device?.everyMs ?? 1_000));
  const isFull = last.length >= DRIFT_READINGS;
  const driftK =
    expectedC && isFull && isOn
      ? last.reduce((sum, { atMs, valueC }) => sum + valueC - expectedC(atMs), 0) / last.length
      : null;
  return (
    <section
      id="thermocouple"
      aria-label={t("thermocouple")}
      className="mt-3 scroll-mt-4 border-y-2 border-line py-2"
    >
      <div className="flex flex-wrap items-center gap-3">
        <span className="flex-1">
          {isOn && newest ? (
            <>
              <span className="text-2xl font-semibold" data-testid="thermocouple">
                <Temperature c={newest.valueC} digits={1} />
              </span>{" "}
              {t("in-the-glue-line")}{" "}
            </>
          ) : isOn ? (
            `${t("waiting-for-the-first-reading")} `
          ) : (
            `${t("a-thermocouple-in-the-glue-line-shows")} `
          )}
          <span className="text-film">
            {isReal ? t("instrument-on-this-station") : t("simulated-no-real-device-is-connected")}
          </span>
        </span>
        <button
          type="button"
          className="control"
          disabled={disabled && !isOn}
          onClick={() => {
            setIsOn(!isOn);
            setLast([]);
            setIsBroken(false);
          }}
        >
          {isOn ? t("take-it-off") : t("join-it")}
        </button>
      </div>
      {isLost && (
        <p role="alert" className="edge-hatch mt-1 text-danger">
          {t("the-thermocouple-is-lost-nothing-for")} <Duration s={Math.max(1, silentMs / 1_000)} />.
          {isRunning && ` ${t("the-timer-goes-on")}`}
        </p>
      )}
      {driftK !== null && !isLost && Math.abs(driftK) > DRIFT_K && (
        <p role="status" className="edge-hatch mt-1 text-film">
          {t("k-what-was-expected-go-by-the", {
            driftK: Math.abs(driftK).toFixed(0),
            value: driftK > 0 ? t("above") : t("below"),
          })}
        </p>
      )}
    </section>
  );
}
