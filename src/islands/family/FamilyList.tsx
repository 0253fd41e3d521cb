import { memo, useState } from "react";
import type { PanelSketch as Sketch } from "../../../core/stack/panel-sketch.ts";
import { PanelSketch } from "../../drawing/PanelSketch.tsx";
import { hasWords } from "../../ui/has-words.ts";
import { AsSpreadsheet } from "../../ui/AsSpreadsheet.tsx";
import { ListHead } from "../../ui/ListHead.tsx";
import { Narrow } from "../../ui/Narrow.tsx";
import { t } from "../../../words/family.ts";

export interface ListedFamily {
  code: string;
  name: string;
  kind: string;
  diagonalIn: number;
  version: number;
  sketch: Sketch;
  openJobs: number;
}

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
        title={t("families-in-all", { count: families.length, single: isSingle ? "yes" : "no" })}
        search={{
          label: t("find-a-family"),
          placeholder: t("code-name-kind"),
          value: find,
          onChange: setFind,
        }}
        add={{ text: t("new-family"), href: "/families/new" }}
      />
      <div className="flex flex-wrap items-end gap-3 pb-3">
        <Narrow
          label={t("order")}
          value={order}
          options={[
            { value: "", text: t("by-code") },
            { value: "size", text: t("smallest-first") },
            { value: "busy", text: t("most-open-jobs-first") },
          ]}
          onChange={setOrder}
        />
        <a href={isSingle ? "/families" : "/families?single"} className="control">
          {isSingle ? t("families") : t("single-devices")}
        </a>
        <a href="/families/import" className="control">
          {t("bring-in-a-family")}
        </a>
      </div>
      {families.length === 0 ? (
        <p className="text-lg">
          {isSingle ? t("no-single-device-has-come-in-yet") : t("no-family-is-kept-here-yet-draw")}
        </p>
      ) : (
        ordered.length === 0 && <p className="text-lg">{t("no-family-matches")}</p>
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
                {t("in-version", {
                  kind: family.kind,
                  diagonalIn: family.diagonalIn,
                  version: family.version,
                })}
              </span>
            </a>
            <a
              href={`/jobs?family=${encodeURIComponent(family.code)}`}
              className="inline-flex min-h-12 items-center underline underline-offset-4"
            >
              {family.openJobs === 0 ? t("jobs") : t("open", { openJobs: family.openJobs })}
              <span className="sr-only"> {t("jobs-of", { code: family.code })}</span>
            </a>
          </li>
        ))}
      </ul>
      {!isSingle && families.length > 0 && <AsSpreadsheet address="/api/families/list.csv" />}
    </>
  );
});
