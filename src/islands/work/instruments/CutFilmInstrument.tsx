import type { ReactNode } from "react";
import type { FilmSide } from "../../../../core/film/films.ts";
import { FilmCutting } from "../../film/FilmCutting.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The piece on the shelf's sheets, cut there; a piece that was cut from no sheet on the shelf is typed in. */
export function CutFilmInstrument({
  code,
  data,
  mayTell,
  tell,
  form,
}: InstrumentProps & { form: ReactNode }) {
  return (
    <div className="h-full min-h-0 w-full overflow-y-auto">
      <FilmCutting
        code={code}
        live={mayTell}
        wanted={[data.film as FilmSide]}
        onSign={(fact, reason) => tell("signed-for", { fact, reason })}
      />
      <details className="mt-2">
        <summary className="min-h-12 content-center font-semibold">{t("cut-from-something-else")}</summary>
        {form}
      </details>
    </div>
  );
}
