import { useState } from "react";
import type { Outline } from "../../../core/stack/panel-geometry.ts";
import type { Problem } from "../../../server/problem.ts";
import { Chosen, Wide } from "./Board.tsx";
import { useEditor } from "./editor.ts";
import { ChoiceEntry, NumberEntry } from "./entries.tsx";
import { byPoints, featuresOn, pointAdded, pointMoved, pointTaken, settled } from "./outline-shape.ts";
import { t } from "../../../words/family.ts";

/** How large the outline is or where its points lie, and a drawing to take it from. */
export function OutlineFields() {
  const { family, change } = useEditor();
  const { outline } = family;
  const [read, setRead] = useState<string>();
  const setOutline = (more: Partial<Outline>) => change({ outline: { ...outline, ...more } }, "outline");
  const readDrawing = async (file: File) => {
    setRead(undefined);
    try {
      const answer = await fetch("/api/outline", { method: "POST", body: await file.arrayBuffer() });
      if (!answer.ok) {
        setRead(`${file.name}: ${((await answer.json()) as Problem).detail}`);
        return;
      }
      const told = (await answer.json()) as { outline: Outline; found: string; notKept: string[] };
      change(
        { outline: told.outline, features: featuresOn(outline, told.outline, family.features) },
        "outline from a drawing",
      );
      setRead(
        [
          t("check-the-size", { name: file.name, found: told.found }),
          ...(told.notKept.length > 0 ? [t("not-kept", { what: told.notKept.join("; ") })] : []),
        ].join(" "),
      );
    } catch {
      setRead(t("no-answer-from-the-server-choose-the"));
    }
  };
  return (
    <Chosen title={t("outline")}>
      {outline.pathMm ? (
        <PointFields />
      ) : (
        <>
          <NumberEntry
            label={t("width-mm")}
            value={outline.widthMm}
            path="outline.widthMm"
            onChange={(mm) => setOutline({ widthMm: mm! })}
          />
          <NumberEntry
            label={t("height-mm")}
            value={outline.heightMm}
            path="outline.heightMm"
            onChange={(mm) => setOutline({ heightMm: mm! })}
          />
          <NumberEntry
            label={t("corner-mm")}
            optional
            value={outline.cornerRadiusMm}
            path="outline.cornerRadiusMm"
            onChange={(mm) => setOutline({ cornerRadiusMm: mm })}
          />
        </>
      )}
      <NumberEntry
        label={t("border-mm")}
        value={family.borderMm}
        path="borderMm"
        onChange={(mm) => change({ borderMm: mm! }, "border")}
      />
      <Wide>
        <button
          type="button"
          className="control border-soft"
          onClick={() => {
            const { widthMm, heightMm } = outline;
            const next = outline.pathMm ? { widthMm, heightMm } : byPoints(outline);
            change({ outline: next, features: featuresOn(outline, next, family.features) }, "outline's kind");
          }}
        >
          {outline.pathMm ? t("make-it-a-rectangle") : t("draw-it-by-points")}
        </button>
      </Wide>
      <Wide>
        <label className="block">
          <span className="mb-1 block font-semibold">{t("outline-from-a-drawing-svg-or-dxf")}</span>
          <input
            type="file"
            accept=".svg,.dxf,image/svg+xml"
            className="entry"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void readDrawing(file);
              event.target.value = "";
            }}
          />
        </label>
        <p role="status" className="mt-1">
          {read}
        </p>
      </Wide>
    </Chosen>
  );
}

/** The point of the outline that is chosen: where it lies, one more after it, or it no more. */
function PointFields() {
  const { family, change, selection, select } = useEditor();
  const { outline, windows } = family;
  const path = outline.pathMm!;
  const index = Math.min(Math.max(0, selection.index), path.length - 1);
  const at = path[index]!;
  // A number that is half typed moves nothing yet.
  const typed = (mm: number | undefined): mm is number => mm !== undefined && Number.isFinite(mm);
  const put = (next: Outline, what: string) => change(settled(next, windows), what);
  return (
    <>
      <ChoiceEntry
        label={t("point")}
        value={String(index + 1)}
        options={path.map((_, i) => String(i + 1))}
        path={`outline.pathMm[${index}]`}
        onChange={(number) => select({ list: "outline", index: Number(number) - 1 })}
      />
      <p className="self-end pb-3">{t("of-points", { count: path.length })}</p>
      <NumberEntry
        key={`x ${index}`}
        label={t("from-left-mm")}
        value={at.xMm}
        path={`outline.pathMm[${index}].xMm`}
        onChange={(mm) => typed(mm) && put(pointMoved(outline, index, { ...at, xMm: mm }), `point ${index}`)}
      />
      <NumberEntry
        key={`y ${index}`}
        label={t("from-top-mm")}
        value={at.yMm}
        path={`outline.pathMm[${index}].yMm`}
        onChange={(mm) => typed(mm) && put(pointMoved(outline, index, { ...at, yMm: mm }), `point ${index}`)}
      />
      <Wide>
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="control border-soft"
            onClick={() => {
              put(pointAdded(outline, index), "a point more");
              select({ list: "outline", index: index + 1 });
            }}
          >
            {t("a-point-after-it")}
          </button>
          <button
            type="button"
            className="control border-soft"
            disabled={path.length <= 3}
            onClick={() => put(pointTaken(outline, index), "a point less")}
          >
            {t("take-it-away")}
          </button>
        </div>
      </Wide>
    </>
  );
}
