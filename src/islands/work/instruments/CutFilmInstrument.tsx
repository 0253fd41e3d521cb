import type { ReactNode } from "react";
import { FilmCutting } from "../../film/FilmCutting.tsx";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** The piece on the shelf's sheets, cut there; a piece that was cut from no sheet on the shelf is typed in. */
export function CutFilmInstrument({ code, mayTell, tell, form }: InstrumentProps & { form: ReactNode }) {
  return (
    <FilmCutting code={code} live={mayTell} onSign={(fact, reason) => tell("signed-for", { fact, reason })}>
      <details>
        <summary className="min-h-12 content-center font-semibold">{t("cut-from-something-else")}</summary>
        {form}
      </details>
    </FilmCutting>
  );
}
