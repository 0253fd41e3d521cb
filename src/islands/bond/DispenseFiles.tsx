import { useState } from "react";
import { START_GAPS } from "../../../core/bond/fill-front.ts";
import type { NamedPattern } from "../../../core/bond/pattern.ts";
import type { Family } from "../../../core/stack/family.ts";
import { Field } from "../../ui/Field.tsx";
import { saveFile } from "../../ui/save-file.ts";
import { typedWithin } from "../../ui/typed-number.ts";

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
      setFault(error instanceof Error ? error.message : "No answer from the server: press again."),
    );
  };
  return (
    <details className="mt-4">
      <summary className="min-h-12 content-center font-semibold">For a dispensing machine</summary>
      <div className="grid max-w-3xl gap-4 sm:grid-cols-2">
        <Field
          label="The nozzle gives, µl/s"
          fault={
            flowUlS === null
              ? `Flow: ${flow.trim() || "nothing"} must be a number from ${FLOW[0]} to ${FLOW[1]} µl/s`
              : undefined
          }
          hint="Weigh what comes in ten seconds."
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
            Dry run: valve shut, at this height, mm
          </label>
          <input
            aria-label="Height of the dry run, mm"
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
          Path as G-code
        </button>
        <button type="button" className="control" disabled={flowUlS === null} onClick={() => save("svg")}>
          Drawing as SVG
        </button>
      </div>
      {fault && (
        <p role="alert" className="mt-1 text-danger">
          {fault}
        </p>
      )}
      <p className="mt-1 text-soft">
        Millimetres from the panel's lower left corner; M8 opens the valve, M9 shuts it. Hands clear of a
        machine that moves.
      </p>
    </details>
  );
}
