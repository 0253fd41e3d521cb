import { Trash2 } from "lucide-react";
import { useMemo, useState } from "react";
import type { CellFit, CellFitInput } from "../../../core/film/cell-fit.ts";
import { cellKinds } from "../../../core/film/picture-advice.ts";
import { useCalculations } from "../../workers/useCalculations.ts";
import { PhotoLight } from "./PhotoLight.tsx";

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
        title="Which cell is it? From two or three photos"
        hint="Photograph the ground, nothing lit, with the front film at different angles. White balance fixed on the bare lamp. Set the ring to the angle, drag a box, keep the colour."
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
            Save this colour for {angle}°
          </button>
        )}
      </PhotoLight>
      {looks.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2" aria-label="Colours kept">
          {looks.map(({ axisDeg, srgb }) => (
            <li key={axisDeg} className="flex items-center gap-2 border border-line pl-2">
              <span aria-hidden className="size-8 border border-soft" style={{ background: srgb }} />
              {axisDeg}°
              <button
                type="button"
                className="control border-transparent"
                aria-label={`Forget the colour at ${axisDeg}°`}
                onClick={() => setLooks(looks.filter((look) => look.axisDeg !== axisDeg))}
              >
                <Trash2 aria-hidden size={18} />
              </button>
            </li>
          ))}
        </ul>
      )}
      {looks.length === 1 && <p className="text-soft">One angle more.</p>}
      {inputs && !found && <p role="status">Looking for the cell</p>}
      {found && (
        <div className="mt-1 flex flex-wrap items-center gap-3" role="status">
          <span>
            {found.twistDeg}° twist, {found.retardanceNm.toFixed(0)} nm, rear film at{" "}
            {Math.round((found.rearDeg + directorDeg + 180) % 180)}°.{" "}
            {found.isClear
              ? "Nothing else explains these colours."
              : "Another cell fits nearly as well: keep one angle more."}
          </span>
          <button type="button" className="control" onClick={() => onFound(found)}>
            Use this cell
          </button>
        </div>
      )}
    </>
  );
}
