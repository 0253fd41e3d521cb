import { useMemo, useState } from "react";
import { seamNow } from "../../../../core/device/ask.ts";
import { describeFaults } from "../../../../core/faults.ts";
import { family as familySchema, isHeatedMethod, type Family } from "../../../../core/stack/family.ts";
import { familyAsDrawn } from "../../../../core/stack/own-stack.ts";
import { EditorContext, faultFinder } from "../../family/editor.ts";
import { NumberEntry } from "../../family/entries.tsx";
import { firstSelections } from "../../family/family-parts.ts";
import { LayerFields, LayerList, StackDrawing } from "../../family/StackEditor.tsx";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** What this one device turns out to hold, where it is not as its family says: its settings are worked out from it. */
export function StackTool({ code, scene, mayTell, tell }: ToolProps) {
  const drawn = familyAsDrawn(scene.family);
  const [family, setFamily] = useState<Family>(scene.family);
  const [selection, select] = useState(firstSelections.stack);
  const line = seamNow(scene)?.layer;
  const at = family.seams.findIndex(({ layer, method }) => layer === line && isHeatedMethod(method));
  const seam = family.seams[at];
  const faults = useMemo(() => {
    const parsed = familySchema.safeParse(family);
    return parsed.success ? [] : describeFaults(parsed.error, family);
  }, [family]);
  const editor = useMemo(
    () => ({
      family,
      change: (more: Partial<Family>) => setFamily((before) => ({ ...before, ...more })),
      ...faultFinder(faults),
      selection,
      select,
    }),
    [family, faults, selection],
  );
  const setBand = (more: { minC?: number; maxC?: number }) =>
    setFamily((before) => ({
      ...before,
      seams: before.seams.map((one, i) => (i === at ? { ...one, ...more } : one)),
    }));
  const record = () =>
    tell("stack-found", {
      stack: family.stack,
      band: seam?.minC === undefined || seam.maxC === undefined ? null : { minC: seam.minC, maxC: seam.maxC },
    });
  const elsewhere = faults.filter(({ path }) => !/^(stack|seams)\[\d+\]\.(?!layer)/.test(path));
  return (
    <EditorContext value={editor}>
      <p>{t("for-a-device-that-differs-from-the", { code: drawn.code })}</p>
      <div className="mt-3 grid gap-4 side:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_16rem_20rem]">
        <div>
          <StackDrawing seam={line} />
        </div>
        <LayerList />
        <div className="grid content-start gap-4">
          <LayerFields isBrief />
          {seam && (
            <fieldset className="grid grid-cols-2 gap-2">
              <legend className="mb-1 font-semibold">{t("where-separates", { layer: seam.layer })}</legend>
              <NumberEntry
                label={t("from-c")}
                value={seam.minC}
                path={`seams[${at}].minC`}
                onChange={(minC) => setBand({ minC: minC ?? NaN })}
              />
              <NumberEntry
                label={t("to-c")}
                value={seam.maxC}
                path={`seams[${at}].maxC`}
                onChange={(maxC) => setBand({ maxC: maxC ?? NaN })}
              />
            </fieldset>
          )}
          {elsewhere.map(({ path, message }) => (
            <p key={path} role="alert" className="text-danger">
              {path}: {message}
            </p>
          ))}
          <button
            type="button"
            className="control-strong"
            disabled={!mayTell || faults.length > 0}
            onClick={record}
          >
            {t("use-this-stack")}
          </button>
          {scene.family !== drawn && (
            <a className="control" href={`/families/${drawn.code}/edit?as=${code}`}>
              {t("others-are-like-this-change-the-family")}
            </a>
          )}
        </div>
      </div>
    </EditorContext>
  );
}
