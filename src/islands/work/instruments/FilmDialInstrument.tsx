import { useState } from "react";
import type { FilmSide } from "../../../../core/film/films.ts";
import { PictureTurn } from "../../film/PictureTurn.tsx";
import { measuredAxis } from "../../../../core/film/measured-axis.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The film's dial on the panel's own picture: the axis that was measured, or one found by turning a film on the lit panel. */
export function FilmDialInstrument({ scene, data, mayTell, tell, isWorkingOut }: InstrumentProps) {
  const film = data.film as FilmSide;
  const measured = measuredAxis(scene.state.film.readings[film] ?? []);
  const hasAxis = measured !== null && measured.verdict !== "no axis";
  const [turnedDeg, setTurnedDeg] = useState<number | null>(null);
  const chosen = Object.fromEntries(
    Object.entries(scene.state.film.chosen).map(([side, { axisDeg }]) => [side, axisDeg]),
  ) as Partial<Record<FilmSide, number>>;
  return (
    <div className="grid h-full min-h-0 w-full grid-rows-[minmax(0,1fr)_auto] gap-2">
      <div className="min-h-0 overflow-y-auto">
        <PictureTurn
          family={scene.family}
          film={film}
          chosen={chosen}
          measuredDeg={hasAxis ? measured.axisDeg : null}
          onTry={setTurnedDeg}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        {hasAxis && (
          <button
            type="button"
            className="control-strong"
            disabled={!mayTell || isWorkingOut}
            onClick={() => tell("axis-chosen", data)}
          >
            {t("use-as-measured", { axisDeg: measured.axisDeg.toFixed(1) })}
          </button>
        )}
        <button
          type="button"
          className="control"
          disabled={!mayTell || turnedDeg === null}
          onClick={() =>
            turnedDeg !== null &&
            tell("axis-chosen", { film, axisDeg: turnedDeg, halfWidthDeg: null, from: "turned" })
          }
        >
          {turnedDeg === null
            ? t("turn-the-film-on-the-lit-panel")
            : t("use-as-turned-on-the-lit-panel", { turnedDeg })}
        </button>
      </div>
    </div>
  );
}
