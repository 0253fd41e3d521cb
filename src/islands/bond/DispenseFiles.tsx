import { useState } from "react";
import { START_GAPS } from "../../../core/bond/fill-front.ts";
import type { NamedPattern } from "../../../core/bond/pattern.ts";
import type { Family } from "../../../core/stack/family.ts";
import { Field } from "../../ui/Field.tsx";
import { saveFile } from "../../ui/save-file.ts";
import { asTyped, typedWithin } from "../../ui/typed-number.ts";
import { t } from "../../../words/bond.ts";

const FLOW = [0.1, 10_000] as const;
const HEIGHT = [0.1, 200] as const;

/** The pattern as a path for a dispensing machine, or as a drawing. */
export function DispenseFiles({
  family,
  pattern,
  code,
  gapUm,
}: {
  family: Family;
  pattern: NamedPattern;
  code: string;
  gapUm: number;
}) {
  const [flow, setFlow] = useState("20");
  const [isDry, setIsDry] = useState(true);
  const [height, setHeight] = useState("15");
  const [fault, setFault] = useState<string>();
  const flowUlS = typedWithin(flow, FLOW);
  const dryRunHeightMm = typedWithin(height, HEIGHT);
  const save = (format: "gcode" | "svg") => {
    setFault(undefined);
    const job = {
      outline: family.outline,
      pattern,
      flowUlS,
      startGapUm: START_GAPS * gapUm,
      ...(isDry ? { dryRunHeightMm } : {}),
    };
    saveFile(`/api/dispense/${format}`, job, `${code} ${pattern.name}.${format}`).catch((error: unknown) =>
      setFault(error instanceof Error ? error.message : t("no-answer-from-the-server-press-again")),
    );
  };
  return (
    <details className="mt-4">
      <summary className="min-h-12 content-center font-semibold">{t("for-a-dispensing-machine")}</summary>
      <div className="grid max-w-3xl gap-4 sm:grid-cols-2">
        <Field
          label={t("the-nozzle-gives-l-s")}
          fault={
            flowUlS === null
              ? t("flow-must-be-a-number-from-to", {
                  flow: asTyped(flow),
                  FLOW: FLOW[0],
                  FLOW2: FLOW[1],
                })
              : undefined
          }
          hint={t("weigh-what-comes-in-ten-seconds")}
        >
          {(attributes) => (
            <input
              {...attributes}
              className="entry"
              inputMode="decimal"
              value={flow}
              onChange={(event) => setFlow(event.target.value)}
            />
          )}
        </Field>
        <div>
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={isDry}
              onChange={(event) => setIsDry(event.target.checked)}
            />
            {t("dry-run-valve-shut-at-this-height")}
          </label>
          <input
            aria-label={t("height-of-the-dry-run-mm")}
            aria-invalid={isDry && dryRunHeightMm === null}
            className="entry"
            inputMode="decimal"
            disabled={!isDry}
            value={height}
            onChange={(event) => setHeight(event.target.value)}
          />
        </div>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="control"
          disabled={flowUlS === null || (isDry && dryRunHeightMm === null)}
          onClick={() => save("gcode")}
        >
          {t("path-as-g-code")}
        </button>
        <button type="button" className="control" disabled={flowUlS === null} onClick={() => save("svg")}>
          {t("drawing-as-svg")}
        </button>
      </div>
      {fault && (
        <p role="alert" className="mt-1 text-danger">
          {fault}
        </p>
      )}
      <p className="mt-1 text-soft">{t("millimetres-from-the-panels-lower-left")}</p>
    </details>
  );
}
