import { dayAndSecondText } from "../../../ui/time-text.ts";
import { PrintLabels } from "../../../ui/PrintLabels.tsx";
import { Sheet } from "../../../ui/Sheet.tsx";
import { looseParts } from "../../../../core/device/ask.ts";
import { partCode } from "../../../../core/labels/part-code.ts";
import { stageTitles } from "../../../../core/stage.ts";
import type { ToolProps } from "../instrument.ts";
import { nameOf } from "../name-of.ts";
import type { LogRow } from "../log-rows.ts";
import { TicketPart } from "./TicketPart.tsx";
import { t } from "../../../../words/work.ts";

/** All that was recorded, newest first, with who and when; and the job's papers. */
export function LogSheet({
  code,
  scene,
  technicians,
  rows,
  onClose,
}: ToolProps & { rows: readonly LogRow[]; onClose: () => void }) {
  const papers = [
    [`/jobs/${code}/sheet`, t("job-sheet")],
    [`/jobs/${code}/quotation`, t("quotation")],
    [`/jobs/${code}/certificate`, t("certificate")],
    [`/api/jobs/${code}/export`, t("export")],
    [`/api/jobs/${code}/readings.csv`, t("readings-csv")],
  ] as const;
  // What is new each time needs no label: it comes out of its own bag.
  const parts = looseParts(scene.family).filter(({ goes }) => goes !== "new each time");
  return (
    <Sheet title={t("log-of", { code })} isTall onClose={onClose}>
      <p className="mt-1">
        {scene.family.name}. {scene.state.intake.complaint}
      </p>
      <TicketPart code={code} />
      <p className="flex flex-wrap gap-x-5">
        {papers.map(([href, name]) => (
          <a
            key={href}
            href={href}
            className="inline-flex min-h-12 items-center underline underline-offset-4"
          >
            {name}
          </a>
        ))}
        <PrintLabels
          labels={[{ of: "job", code }]}
          className="inline-flex min-h-12 items-center underline underline-offset-4"
        />
        {parts.length > 0 && (
          <PrintLabels
            ofParts
            labels={parts.map(({ key }) => ({ of: "part", code: partCode({ job: code, part: key }) }))}
            className="inline-flex min-h-12 items-center underline underline-offset-4"
          />
        )}
      </p>
      {scene.family.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <ol className="mt-2" aria-label={t("what-was-recorded")}>
        {[...rows].reverse().map(({ id, stage, text, who, atMs, isTakenBack }) => (
          <li
            key={id}
            className="grid gap-x-4 border-t border-line py-1.5 sm:grid-cols-[8rem_6rem_minmax(0,1fr)_7rem]"
          >
            <span className="text-soft">{dayAndSecondText(atMs)}</span>
            <span className="text-soft">{stageTitles[stage]}</span>
            <span className={isTakenBack ? "text-soft line-through" : ""}>
              {text()}
              {isTakenBack && <span className="sr-only"> {t("taken-back")}</span>}
            </span>
            <span className="text-soft">{nameOf(technicians, who)}</span>
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
