import { useState } from "react";
import { linesNow, looseParts, pluggable } from "../../../../core/device/ask.ts";
import type { LineKey } from "../../../../core/device/line.ts";
import { screwCells, screwName } from "../../../../core/open/screw-ledger.ts";
import type { ToolProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";

/** A device that came in opened: what is open, out and off now. Once, before anything is done to it here. */
export function SurveyTool({ scene, mayTell, tell }: ToolProps) {
  const { family } = scene;
  const [isIsolated, setIsIsolated] = useState(true);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const toggle = (name: string) => {
    const next = new Set(out);
    if (!next.delete(name)) next.add(name);
    setOut(next);
  };
  const picked = (prefix: string) =>
    [...out].filter((name) => name.startsWith(prefix)).map((name) => name.slice(prefix.length));
  const cells = screwCells(family);
  const record = () =>
    tell("surveyed", {
      casing: "open",
      supply: isIsolated ? "isolated" : "joined",
      plugged: out.has("plugged"),
      connectorsOpen: picked("connector "),
      partsOut: picked("part "),
      screwsOut: family.screws
        .filter(({ key }) => out.has(`screws ${key}`))
        .flatMap(({ key }) => cells.filter(({ size }) => size.key === key).map(({ cell }) => cell)),
      layersOff: picked("layer ") as LineKey[],
    });
  const box = (name: string, label: string) => (
    <label key={name} className="flex min-h-12 items-center gap-3">
      <input type="checkbox" className="size-6" checked={out.has(name)} onChange={() => toggle(name)} />
      {label}
    </label>
  );
  const group = "min-w-0";
  return (
    <>
      <p>{t("for-a-device-that-comes-in-open")}</p>
      <div className="mt-2 grid gap-x-6 sm:grid-cols-2 lg:grid-cols-4">
        <fieldset className={group}>
          <legend className="font-semibold">{t("supply")}</legend>
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={isIsolated}
              onChange={({ target }) => setIsIsolated(target.checked)}
            />
            {family.power === "cell" ? t("battery-connector-open") : t("supply-parted-from-the-board")}
          </label>
          {family.power !== "cell" && box("plugged", t("plug-or-supply-cable-is-in"))}
        </fieldset>
        <fieldset className={group}>
          <legend className="font-semibold">{t("connectors-open")}</legend>
          {pluggable(family).map(({ key, name }) => box(`connector ${key}`, name))}
        </fieldset>
        <fieldset className={group}>
          <legend className="font-semibold">{t("parts-out")}</legend>
          {looseParts(family).map(({ key, name }) => box(`part ${key}`, name))}
        </fieldset>
        <fieldset className={group}>
          <legend className="font-semibold">{t("screws-out-layers-off")}</legend>
          {family.screws.map((size) => box(`screws ${size.key}`, `${size.count} × ${screwName(size)}`))}
          {linesNow(scene).map((line) =>
            box(`layer ${line}`, t("old-off", { value: line === "glass" ? "glass" : t("layer", { line }) })),
          )}
        </fieldset>
      </div>
      <button type="button" className="control-strong mt-3" disabled={!mayTell} onClick={record}>
        {t("record-it-like-this")}
      </button>
    </>
  );
}
