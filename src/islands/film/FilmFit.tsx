import { capitalised } from "../../../core/words.ts";
import { ToggleGroup } from "radix-ui";
import { useEffect, useMemo, useState } from "react";
import { calculateFilmAxis, filmAxisInput, type FilmAxis } from "../../../core/film/film-axis.ts";
import { filmSides, usualAxesDeg, type FilmSide } from "../../../core/film/films.ts";
import type { EventDraft } from "../../../core/job/event.ts";
import { filmsWanted } from "../../../core/job/stages/fit.ts";
import { Field } from "../../ui/Field.tsx";
import type { PanelProps } from "../stage/panel.ts";
import { AxisReadings } from "./AxisReadings.tsx";
import { FilmCutting } from "./FilmCutting.tsx";
import { PictureTurn } from "./PictureTurn.tsx";

type From = Extract<EventDraft, { kind: "axis-chosen" }>["data"]["from"];

/** What the readings of a film tell; null while they are too few or too close. */
function measuredAxis(readings: readonly { angleDeg: number; level: number }[]): FilmAxis | null {
  const input = { readings: readings.map(({ angleDeg, level }) => ({ angleDeg, level })) };
  return filmAxisInput.safeParse(input).success ? calculateFilmAxis(input) : null;
}

/** The fit of a film: its axis measured or looked for, the picture foretold, the piece cut from the shelf. */
export function FilmFit(props: PanelProps) {
  const { state, live, send, offer } = props;
  const [film, setFilm] = useState<FilmSide>("front");
  const [tried, setTried] = useState<Partial<Record<FilmSide, { axisDeg: number; from: From }>>>({});
  const readings = useMemo(
    () => state.axisReadings.filter((reading) => reading.film === film),
    [state.axisReadings, film],
  );
  const measured = useMemo(() => measuredAxis(readings), [readings]);
  const isMeasured = measured !== null && measured.verdict !== "no axis";
  const chosen = state.filmAxes[film];
  const found = useMemo(
    () =>
      tried[film] ??
      (chosen
        ? { axisDeg: chosen.axisDeg, from: chosen.from }
        : isMeasured
          ? { axisDeg: Number(measured.axisDeg.toFixed(1)) % 180, from: "measured" as const }
          : null),
    [tried, film, isMeasured, measured, chosen],
  );
  const draft = useMemo(
    () => found && ((): EventDraft => ({ stage: "fit", kind: "axis-chosen", data: { film, ...found } })),
    [film, found],
  );
  useEffect(() => offer("axis", draft), [offer, draft]);
  const wanted = filmsWanted(state);
  const isChosen = chosen !== undefined && found !== null && chosen.axisDeg === found.axisDeg;

  const answer = () => {
    if (state.filmsTaken.length > 0 && wanted.length === 0) {
      return `Cut: ${state.filmsTaken.map(({ film: side, sheet }) => `${side} from ${sheet}`).join(", ")}`;
    }
    if (wanted.length > 0) {
      return `${capitalised(wanted.map((side) => `${side} at ${Number(state.filmAxes[side]!.axisDeg.toFixed(1))}°`).join(", "))}: not cut yet`;
    }
    if (isMeasured) {
      return `Axis at ${measured.axisDeg.toFixed(1)}°, give or take ${measured.axisHalfWidth95Deg.toFixed(1)}°`;
    }
    return readings.length > 0 ? "Not enough readings for an axis yet" : "At which angle does the film lie?";
  };
  return (
    <>
      <p className="answer" data-testid="answer">
        {answer()}
      </p>
      <ToggleGroup.Root
        type="single"
        value={film}
        onValueChange={(next) => next && setFilm(next as FilmSide)}
        aria-label="Which film"
        className="mt-3 inline-flex"
      >
        {filmSides.map((side) => (
          <ToggleGroup.Item
            key={side}
            value={side}
            className="-ml-0.5 min-h-12 border-2 border-soft px-4 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-on-ink"
          >
            {side === "front" ? "Front film" : "Rear film"}
            {state.filmAxes[side] ? `, ${Number(state.filmAxes[side].axisDeg.toFixed(1))}°` : ""}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <div className="mt-3 grid gap-x-8 gap-y-6 xl:grid-cols-2">
        <AxisReadings key={film} {...props} film={film} readings={readings} measured={measured} />
        <PictureTurn
          key={`picture ${film}`}
          state={state}
          family={props.family}
          film={film}
          measuredDeg={isMeasured ? measured.axisDeg : null}
          onTry={(axisDeg) => setTried({ ...tried, [film]: { axisDeg, from: "picture" } })}
        />
      </div>
      {live && (
        <div className="mt-4 flex flex-wrap items-end gap-3 border-y border-line py-3">
          <Field
            label={`Axis of the new ${film} film, °`}
            hint="From the panel's width, counter-clockwise, seen from the viewer's side"
          >
            {(attributes) => (
              <input
                {...attributes}
                className="entry"
                type="number"
                min={0}
                max={180}
                step={0.1}
                value={found?.axisDeg ?? ""}
                onChange={(event) => {
                  const axisDeg = Number(event.target.value);
                  if (event.target.value !== "" && axisDeg >= 0 && axisDeg <= 180)
                    setTried({ ...tried, [film]: { axisDeg, from: "usual" } });
                }}
              />
            )}
          </Field>
          <div role="group" aria-label="Usual axes" className="flex flex-wrap gap-1.5">
            {usualAxesDeg.map((axisDeg) => (
              <button
                key={axisDeg}
                type="button"
                className="control border-soft px-3 font-normal"
                onClick={() => setTried({ ...tried, [film]: { axisDeg, from: "usual" } })}
              >
                {axisDeg}°
              </button>
            ))}
          </div>
          <button
            type="button"
            className="control-strong disabled:opacity-50"
            disabled={!draft || isChosen}
            onClick={() => {
              if (draft && send(draft())) setTried({ ...tried, [film]: undefined });
            }}
          >
            {isChosen ? "This axis is chosen" : `Use for the ${film} film`}
          </button>
        </div>
      )}
      <FilmCutting {...props} wanted={wanted} />
    </>
  );
}
