import { useEffect, useMemo, useState } from "react";
import { cureBasis, cureExposure, eyeLimitS, lampNmOf, torch } from "../../../core/cure/cure-exposure.ts";
import { coverLight, lampChoices, lampFault } from "../../../core/cure/cover-light.ts";
import { exposureDraft } from "../../../core/job/stages/cure.ts";
import { runningTimers, secondsLeft } from "../../../core/job/fold.ts";
import { benchLamp } from "../../../core/materials/adhesives.ts";
import { DialSlider } from "../../ui/DialSlider.tsx";
import { Field } from "../../ui/Field.tsx";
import { Assumed, Duration, Figure, Length } from "../../ui/quantity.tsx";
import { typedWithin } from "../../ui/typed-number.ts";
import { useDraft } from "../../ui/useDraft.ts";
import { DoseMap } from "./DoseMap.tsx";
import { LampAge, useShopLamp } from "./LampAge.tsx";
import type { PanelProps } from "../stage/panel.ts";

const LEAST = 0.1;
const MOST = 100_000;

interface LampDials {
  lampNm: number;
  lampPlaces: number;
  lampHeightMm: number;
  lampOrder: number;
}

export function CurePanel({ code, family, state, nowMs, live, send, offer }: PanelProps) {
  const lastReading = state.readings.filter((reading) => reading.quantity === "irradiance").at(-1);
  const lamp = useShopLamp(state.readings.filter(({ quantity }) => quantity === "irradiance").length);
  const [typed, setTyped] = useDraft(`${code} irradiance`, "");
  const [fault, setFault] = useState<string>();
  const typedMwCm2 = typedWithin(typed, [LEAST, MOST]);
  const [entered, setEntered] = useDraft<LampDials | null>(`${code} lamp`, null);
  const { lots, readings, settings, route } = state;
  const basis = useMemo(
    () =>
      cureBasis(
        { lots, readings, settings, route },
        { ...entered, ...(typedMwCm2 === null ? {} : { irradianceMwCm2: typedMwCm2 }) },
      ),
    [lots, readings, settings, route, entered, typedMwCm2],
  );
  const { chosen, adhesive } = basis;
  const exposure = useMemo(() => cureExposure(family, basis), [family, basis]);
  const { input } = exposure;
  const irradianceMwCm2 = chosen.irradianceMwCm2 ?? benchLamp.irradianceMwCm2.value;
  const draft = useMemo(() => () => exposureDraft(family, basis), [family, basis]);
  useEffect(() => offer("exposure", draft), [offer, draft]);
  const nm = lampNmOf(chosen);
  const choices = useMemo(() => lampChoices(family, route, adhesive), [family, route, adhesive]);
  const wrongLamp = lampFault(choices, nm);
  const cover = coverLight(family, route, nm);
  const places = chosen.lampPlaces ?? 0;
  const dials: LampDials = {
    lampNm: nm,
    lampPlaces: places,
    lampHeightMm: chosen.lampHeightMm ?? torch.usual.heightMm,
    lampOrder: chosen.lampOrder ?? torch.usual.order,
  };
  const set = (change: Partial<LampDials>) => setEntered({ ...dials, ...change });
  const [timer] = runningTimers(state).filter((t) => t.stage === "cure");

  const [said, setSaid] = useState<string>();
  /** Keeps a reading, and the exposure that it asks for. */
  const keep = (value: number, source: "hand" | "simulated") =>
    send({
      stage: "cure",
      kind: "reading-taken",
      data: { quantity: "irradiance", source, values: [{ at: new Date().toISOString(), value }] },
    }) && send(exposureDraft(family, { ...basis, chosen: { ...chosen, irradianceMwCm2: value } }));
  const readMeter = async () => {
    setSaid(undefined);
    try {
      const answer = await fetch("/api/shop/radiometer");
      if (!answer.ok) throw new Error();
      keep(((await answer.json()) as { mwCm2: number }).mwCm2, "simulated");
    } catch {
      setSaid("The radiometer does not answer. Read it yourself and enter the value.");
    }
  };
  const lit = timer?.timer.startsWith("main-") ? Number(timer.timer.slice("main-".length)) : null;
  if (state.school === "sheet") {
    return (
      <>
        <p className="answer" data-testid="answer">
          No lamp: the film holds by itself
        </p>
        <p className="mt-1 text-lg">A film that wants light as well gets it as its maker says.</p>
      </>
    );
  }
  return (
    <>
      <p className="answer" data-testid="answer">
        {timer ? (
          secondsLeft(timer, nowMs) > 0 ? (
            <>
              {timer.label}: <Duration s={secondsLeft(timer, nowMs)} /> left
            </>
          ) : (
            `${timer.label} is done: lamp off`
          )
        ) : exposure.exposureS === null ? (
          "No light arrives at the glue line"
        ) : (
          <>
            <Duration s={exposure.exposureS} /> {places > 1 ? `at each of ${places} places` : "on the face"},{" "}
            <Duration s={exposure.tackS ?? 0} /> to tack
          </>
        )}
      </p>
      <table className="mt-2 border-collapse text-left text-lg" data-testid="exposures">
        <tbody>
          {(
            [
              ["Tack, from above", exposure.tackS],
              ["Sides, each edge", exposure.sideTackS],
              [places > 1 ? "Face, each place" : "Face", exposure.exposureS],
              ["Border from the side, each edge", exposure.sideS],
            ] as const
          ).map(([what, s]) => (
            <tr key={what} className="border-b border-line">
              <th scope="row" className="py-1 pr-6 font-normal">
                {what}
              </th>
              <td className="text-right font-semibold">{s === null ? "never" : <Duration s={s} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1">
        {exposure.borderExposureS === null ? (
          "Under the border no light arrives from above."
        ) : (
          <>
            From above the border would take <Duration s={exposure.borderExposureS} />.
          </>
        )}{" "}
        From the side{" "}
        <Assumed source={benchLamp.sideSharePct.source.text}>
          <Figure value={benchLamp.sideSharePct.value} unit="%" />
        </Assumed>{" "}
        of what falls on an edge gets in.
      </p>
      {wrongLamp && (
        <p role="alert" className="edge-hatch mt-2 max-w-3xl text-danger" data-testid="wrong-lamp">
          {wrongLamp}
        </p>
      )}
      {lamp && <LampAge lamp={lamp} exposureS={exposure.exposureS} />}
      <form
        className="mt-4 max-w-md"
        onSubmit={(event) => {
          event.preventDefault();
          if (typedMwCm2 === null) {
            setFault(
              `Irradiance: ${typed.trim() || "nothing"} must be a number from ${LEAST} to ${MOST} mW/cm²`,
            );
            return;
          }
          setFault(undefined);
          if (keep(typedMwCm2, "hand")) setTyped("");
        }}
      >
        <Field
          label="Irradiance at the glass, mW/cm²"
          fault={fault}
          hint={
            lastReading
              ? `Last read on this job: ${lastReading.value} mW/cm²`
              : "Not read on this job yet. Lamps age: read it each day."
          }
        >
          {(attributes) => (
            <div className="flex gap-2">
              <input
                {...attributes}
                className="entry"
                inputMode="decimal"
                placeholder={String(irradianceMwCm2)}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
              <button type="submit" className="control shrink-0" disabled={!live}>
                Use this reading
              </button>
            </div>
          )}
        </Field>
        <button type="button" className="control mt-2" disabled={!live} onClick={() => void readMeter()}>
          Read the radiometer (simulated)
        </button>
        {said && <p role="alert">{said}</p>}
      </form>
      <div className="mt-6 grid gap-6 lg:grid-cols-2">
        <div>
          <h2 className="text-lg font-semibold">Where the light falls</h2>
          <DoseMap family={family} dose={exposure} places={places} lit={lit} />
          <p className="text-soft">
            {exposure.uniformityPct === null ? (
              "No light arrives."
            ) : (
              <>
                Darkest to brightest in the open: {exposure.uniformityPct.toFixed(0)} %.{" "}
                {places > 0 &&
                  exposure.uniformityPct < 50 &&
                  "More places, or the lamp higher, make it more even."}
              </>
            )}
          </p>
        </div>
        <div>
          <div className="flex flex-wrap gap-2" role="group" aria-label="Lamp, nm">
            {choices.map((choice) => (
              <button
                key={choice.nm}
                type="button"
                className={choice.nm === nm ? "control-strong" : "control"}
                aria-pressed={choice.nm === nm}
                onClick={() => set({ lampNm: choice.nm })}
              >
                {choice.nm} nm
                <span className="block font-normal">
                  {choice.cures ? `${choice.transmittancePct.toFixed(0)} % through` : "no use"}
                </span>
              </button>
            ))}
          </div>
          <DialSlider
            label="Lamp stands over"
            value={places}
            min={0}
            max={torch.most}
            step={1}
            shown={places === 0 ? "even light" : `${places} ${places === 1 ? "place" : "places"}`}
            text={places === 0 ? "even light, as in a box" : `${places} places`}
            onChange={(value) => set({ lampPlaces: value })}
          />
          {places > 0 && (
            <>
              <DialSlider
                label="How high"
                value={dials.lampHeightMm}
                {...torch.heightMm}
                step={5}
                shown={<Length mm={dials.lampHeightMm} />}
                text={`${dials.lampHeightMm} millimetres`}
                onChange={(value) => set({ lampHeightMm: value })}
              />
              <DialSlider
                label="How narrow its beam (1 is bare)"
                value={dials.lampOrder}
                {...torch.order}
                step={1}
                shown={String(dials.lampOrder)}
                text={`cosine to the power of ${dials.lampOrder}`}
                onChange={(value) => set({ lampOrder: value })}
              />
              <p className="text-soft">
                The radiometer is read right below the lamp, at this height. Height and beam are assumed until
                measured.
              </p>
            </>
          )}
          {entered && live && (
            <button type="button" className="control mt-2" onClick={() => send(draft()) && setEntered(null)}>
              Use this lamp
            </button>
          )}
          <p className="mt-2">
            Over the glue:{" "}
            {cover.layers.map(({ name, pct, source }, i) => (
              <span key={name}>
                {i > 0 && ", "}
                <Assumed source={source}>
                  {name} {pct} %
                </Assumed>
              </span>
            ))}
            .
          </p>
          <p className="mt-2" data-testid="eye">
            Bare eyes have their whole day's share of this light after{" "}
            <Duration s={eyeLimitS(irradianceMwCm2)} />{" "}
            <span className="text-soft">
              (ICNIRP, 10 kJ/m² of UV-A in eight hours, from memory; skin has limits of its own).
            </span>{" "}
            Box shut, or covered skin and eyewear for this wavelength, for everybody near.
          </p>
        </div>
      </div>
      <p className="mt-4">
        For{" "}
        <Assumed source={adhesive.requiredMjCm2.source.text}>
          <Figure value={input.requiredMjCm2} unit="mJ/cm²" />
        </Assumed>{" "}
        at the glue line, through a cover that lets <Figure value={input.coverTransmittancePct} unit="%" />{" "}
        pass: <Figure value={exposure.minMwCm2} unit="mW/cm²" digits={1} /> arrive
        {lastReading || typedMwCm2 !== null ? "" : ", with a lamp that nobody has read yet (assumed)"}.
      </p>
    </>
  );
}
