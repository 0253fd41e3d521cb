import { Trash2 } from "lucide-react";
import { useMemo, useState } from "react";
import type { CellFit, CellFitInput } from "../../../core/film/cell-fit.ts";
import { cellKinds } from "../../../core/film/picture-advice.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import { PhotoLight } from "./PhotoLight.tsx";
import { Assumptions } from "../../ui/Assumptions.tsx";
import { t } from "../../../words/film.ts";

interface KeptLook {
  axisDeg: number;
  srgb: string;
}

/** Which cell it is, from the ground's colour in photos at two or more angles of the front film. Angles from the panel's width. */
export function CellFromPhotos({
  frontDeg,
  directorDeg,
  onFound,
}: {
  frontDeg: number;
  directorDeg: number;
  onFound: (cell: { twistDeg: number; retardanceNm: number; rearDeg: number }) => void;
}) {
  const [looks, setLooks] = useState<readonly KeptLook[]>([]);
  const inputs = useMemo(
    (): CellFitInput[] | null =>
      looks.length >= 2
        ? [
            {
              looks: looks.map(({ axisDeg, srgb }) => ({ frontDeg: axisDeg - directorDeg, srgb })),
              twistsDeg: [...new Set(cellKinds.map(({ twistDeg }) => twistDeg))],
            },
          ]
        : null,
    [looks, directorDeg],
  );
  const [fit] = useCalculations<CellFit>("cell-fit", inputs);
  const found = fit?.result;
  const angle = Math.round(frontDeg) % 180;
  return (
    <>
      <PhotoLight
        title={t("which-cell-is-it-from-two-or")}
        hint={t("photograph-the-ground-nothing-lit-with")}
      >
        {(light) => (
          <button
            type="button"
            className="control"
            onClick={() =>
              setLooks([
                ...looks.filter(({ axisDeg }) => axisDeg !== angle),
                { axisDeg: angle, srgb: light.srgb },
              ])
            }
          >
            {t("save-this-colour-for", { angle })}
          </button>
        )}
      </PhotoLight>
      {looks.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2" aria-label={t("colours-kept")}>
          {looks.map(({ axisDeg, srgb }) => (
            <li key={axisDeg} className="flex items-center gap-2 border border-line pl-2">
              <span aria-hidden className="size-8 border border-soft" style={{ background: srgb }} />
              {axisDeg}°
              <button
                type="button"
                className="control border-transparent"
                aria-label={t("forget-the-colour-at", { axisDeg })}
                onClick={() => setLooks(looks.filter((look) => look.axisDeg !== axisDeg))}
              >
                <Trash2 aria-hidden size={18} />
              </button>
            </li>
          ))}
        </ul>
      )}
      {looks.length === 1 && <p className="text-soft">{t("one-angle-more")}</p>}
      {inputs && !found && <p role="status">{t("looking-for-the-cell")}</p>}
      {found && (
        <div className="mt-1 flex flex-wrap items-center gap-3" role="status">
          <span>
            {t("twist-nm-rear-film-at", {
              twistDeg: found.twistDeg,
              retardanceNm: found.retardanceNm.toFixed(0),
              rearDeg: Math.round((found.rearDeg + directorDeg + 180) % 180),
              value: found.isClear
                ? t("nothing-else-explains-these-colours")
                : t("another-cell-fits-nearly-as-well-keep"),
            })}
          </span>
          <Assumptions words={fit.assumptions} />
          <button type="button" className="control" onClick={() => onFound(found)}>
            {t("use-this-cell")}
          </button>
        </div>
      )}
    </>
  );
}
