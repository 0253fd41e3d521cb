import { format } from "date-fns";
import type { Certificate, Measured } from "../../core/records/certificate.ts";
import { stageNames, stageTitles } from "../../core/job/route.ts";
import { lightingWords } from "../../core/prove/find-defects.ts";
import { celsiusToFahrenheit, mmToInch } from "../../core/units.ts";
import { capitalised, listed } from "../../core/words.ts";

/** One line of a table: what, its figure, what it was held against, and whether it passes. */
export interface CertificateRow {
  name: string;
  value: string;
  more: string;
  passes: boolean | null;
}

/** Whether a row passes, in words; nothing where that was not asked. */
export const passWords = (passes: boolean | null): string =>
  passes === null ? "" : passes ? "passes" : "does not pass";

export interface CertificateSection {
  heading: string;
  rows: CertificateRow[];
  lines: string[];
}

/** A certificate as it is read, on paper and on a screen. */
export interface CertificateText {
  title: string;
  under: string;
  verdict: string;
  isFinal: boolean;
  sections: CertificateSection[];
  signed: string;
}

/** A figure and its unit stay on one line. */
const GAP = "\u00a0";

const day = (at: string) => format(at, "d MMMM yyyy");

/** A figure with its unit; degrees and millimetres in both ways of measuring. */
export function figureText(value: number, unit: string): string {
  const inch = (mm: number) => Number(mmToInch(mm).toPrecision(2));
  if (unit === "°C") return `${value}${GAP}°C (${Math.round(celsiusToFahrenheit(value))}${GAP}°F)`;
  if (unit === "mm") return `${value}${GAP}mm (${inch(value)}${GAP}in)`;
  return unit ? `${value}${GAP}${unit}` : String(value);
}

const sources: Record<Measured["source"], string> = {
  hand: "read by hand",
  logger: "by a logger",
  simulated: "simulated",
  timed: "by the clock",
  counted: "counted",
  photo: "by photo",
  reckoned: "reckoned",
  device: "by the device itself",
};

function verdictOf({ outcome, endedAt, signed }: Certificate): string {
  if (!outcome || !endedAt) return "Draft: the work is not over yet.";
  return `${capitalised(outcome)} on ${day(endedAt)}${signed ? "" : ", not signed"}.`;
}

function underGlassLines({ underGlass }: Certificate): string[] {
  if (!underGlass) return [];
  const { lighting, source, verdict, left, overruled } = underGlass;
  const found =
    left.length === 0
      ? "nothing left"
      : listed(left.map(({ kind, xMm, yMm }) => `${kind} at ${xMm}, ${yMm} mm`));
  return [
    `By a photo ${lightingWords[lighting]}${source === "simulated" ? " (simulated camera)" : ""}: ${verdict === "pass" ? "passes" : "does not pass"}, ${found}${overruled > 0 ? `; ${overruled} found and overruled by eye` : ""}.`,
  ];
}

/** Words a certificate: the page and the file say the same. */
export function certificateText(certificate: Certificate): CertificateText {
  const { code, family, route, replaced, usedBefore, measurements, functions, signed, told } = certificate;
  const row = (name: string, value: string, more = "", passes: boolean | null = null): CertificateRow => ({
    name,
    value,
    more,
    passes,
  });
  const sections: CertificateSection[] = [
    {
      heading: "What was replaced",
      rows: replaced.map(({ part, quantity, unit, lot, goodUntil }) =>
        row(
          capitalised(part),
          `${quantity} ${unit}`,
          [lot ? `lot ${lot}` : "", goodUntil ? `good until ${goodUntil}` : ""].filter(Boolean).join(", "),
        ),
      ),
      lines: [
        ...(replaced.length === 0 ? ["Nothing has been noted yet."] : []),
        ...(usedBefore.length > 0
          ? [
              `Used up by an earlier try: ${usedBefore.map(({ part, quantity, unit }) => `${quantity} ${unit} ${part}`).join(", ")}.`,
            ]
          : []),
      ],
    },
    {
      heading: "What was measured",
      rows: measurements.map(({ what, value, unit, limit, passes, source }) =>
        row(what, `${figureText(value, unit)}, ${sources[source]}`, limit ?? "no limit", passes),
      ),
      lines: underGlassLines(certificate),
    },
    {
      heading: "What was proved",
      rows: functions.map(({ name, result, note }) =>
        row(
          name,
          result === "not-fitted" ? "not fitted" : (note ?? ""),
          "",
          result === "not-fitted" ? null : result === "pass",
        ),
      ),
      lines: functions.length === 0 ? ["Nothing has been proved yet."] : [],
    },
    {
      heading: "Settings",
      rows: stageNames.flatMap((name) => {
        const list = certificate.settings.filter(({ stage }) => stage === name);
        const said = list.map(({ what, value, unit }) => `${what} ${figureText(value, unit)}`).join(", ");
        return said ? [row(stageTitles[name], said)] : [];
      }),
      lines: [],
    },
    {
      heading: "What did not go as planned",
      rows: [],
      lines: [
        ...certificate.sentBack.map(
          ({ from, to, reason, by, at }) =>
            `${day(at)}: sent back from ${stageTitles[from].toLowerCase()} to ${stageTitles[to].toLowerCase()} by ${by}. ${reason}`,
        ),
        ...certificate.signedFor.map(
          ({ hold, reason, by, at }) =>
            `${day(at)}: hold "${hold.replaceAll("-", " ")}" passed, signed by ${by}. ${reason}`,
        ),
      ],
    },
    { heading: "What the customer was told", rows: [], lines: told ? [told] : [] },
    { heading: "Remarks", rows: [], lines: certificate.remarks },
  ];
  return {
    title: `${code}, ${family.code} ${family.name.toLowerCase()}`,
    under: `${route.title}: ${route.replaces}. Taken in on ${day(certificate.openedAt)}. ${certificate.complaint}`,
    verdict: verdictOf(certificate),
    isFinal: certificate.outcome !== null && signed !== null,
    sections: sections.filter(({ rows, lines }) => rows.length > 0 || lines.length > 0),
    signed: signed ? `Signed by ${signed.by} on ${day(signed.at)}.` : "Not signed.",
  };
}
