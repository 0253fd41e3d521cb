import { memo, useState } from "react";
import type { PanelSketch as Sketch } from "../../../core/stack/panel-sketch.ts";
import { PanelSketch } from "../../drawing/PanelSketch.tsx";
import { hasWords } from "../../ui/has-words.ts";
import { ListHead } from "../../ui/ListHead.tsx";
import { Narrow } from "../../ui/Narrow.tsx";

export interface ListedFamily {
  code: string;
  name: string;
  kind: string;
  diagonalIn: number;
  version: number;
  sketch: Sketch;
  openJobs: number;
}

const nouns = [
  ["family", "families"],
  ["single device", "single devices"],
] as const;

const orders: Record<string, (a: ListedFamily, b: ListedFamily) => number> = {
  size: (a, b) => a.diagonalIn - b.diagonalIn,
  busy: (a, b) => b.openJobs - a.openJobs,
};

/** The families that are kept here, or the single devices: each with its drawing, and the jobs that are of it. */
export const FamilyList = memo(function FamilyList({
  families,
  isSingle,
}: {
  families: ListedFamily[];
  isSingle: boolean;
}) {
  const [find, setFind] = useState("");
  const [order, setOrder] = useState("");
  const shown = families.filter(({ code, name, kind }) => hasWords(find, code, name, kind));
  const ordered = orders[order] ? [...shown].sort(orders[order]) : shown;
  return (
    <>
      <ListHead
        title={`${families.length} ${nouns[Number(isSingle)]![Number(families.length !== 1)]}`}
        search={{ label: "Find a family", placeholder: "Code, name, kind", value: find, onChange: setFind }}
        add={{ text: "New family", href: "/families/new" }}
      />
      <div className="flex flex-wrap items-end gap-3 pb-3">
        <Narrow
          label="Order"
          value={order}
          options={[
            { value: "", text: "By code" },
            { value: "size", text: "Smallest first" },
            { value: "busy", text: "Most open jobs first" },
          ]}
          onChange={setOrder}
        />
        <a href={isSingle ? "/families" : "/families?single"} className="control">
          {isSingle ? "Families" : "Single devices"}
        </a>
        <a href="/families/import" className="control">
          Bring in a family
        </a>
      </div>
      {families.length === 0 ? (
        <p className="text-lg">
          {isSingle
            ? "No single device has come in yet. Take one in at New job, by its size and how it is made."
            : "No family is kept here yet. Draw one, or bring one in from another workshop."}
        </p>
      ) : (
        ordered.length === 0 && <p className="text-lg">No family matches.</p>
      )}
      <ul className="border-t-2 border-ink">
        {ordered.map((family) => (
          <li
            key={family.code}
            className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b border-line hover:bg-raised"
          >
            <a
              href={`/families/${family.code}`}
              className="grid min-h-16 grid-cols-[5rem_1fr] items-center gap-x-4 py-1.5 sm:grid-cols-[5rem_6rem_15rem_1fr]"
            >
              <PanelSketch sketch={family.sketch} className="h-15 w-20" />
              <span className="text-lg font-semibold">{family.code}</span>
              <span className="max-sm:col-start-2">{family.name}</span>
              <span className="text-soft max-sm:col-start-2">
                {family.kind}, {family.diagonalIn} in, version {family.version}
              </span>
            </a>
            <a
              href={`/jobs?family=${encodeURIComponent(family.code)}`}
              className="inline-flex min-h-12 items-center underline underline-offset-4"
            >
              {family.openJobs === 0 ? "Jobs" : `${family.openJobs} open`}
              <span className="sr-only"> jobs of {family.code}</span>
            </a>
          </li>
        ))}
      </ul>
    </>
  );
});
