import { format } from "date-fns";
import { repairTitles } from "../../core/device/routes.ts";
import { moneyText } from "../../core/money.ts";
import type { JobCertificate } from "../../core/records/job-certificate.ts";
import { lightingWords } from "../../core/prove/find-defects.ts";
import { celsiusToFahrenheit, mmToInch } from "../../core/units.ts";
import { capitalised, listed } from "../../core/words.ts";
import { say } from "../../words/say.ts";

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

function verdictOf({ outcome, endedAt, signedBy }: JobCertificate): string {
  if (!outcome || !endedAt) return "Draft: the work is not over yet.";
  return `${capitalised(outcome)} on ${day(endedAt)}${signedBy ? "" : ", not signed"}.`;
}

function underGlassLines({ underGlass }: JobCertificate): string[] {
  if (!underGlass) return [];
  const { lighting, source, verdict, left, overruled } = underGlass;
  const found =
    left.length === 0
      ? "nothing found"
      : listed(left.map(({ kind, xMm, yMm }) => `${kind} at ${xMm}, ${yMm} mm`));
  return [
    `By a photo ${lightingWords[lighting]}${source === "simulated" ? " (simulated camera)" : ""}: ${verdict === "pass" ? "passes" : "does not pass"}, ${found}${overruled > 0 ? `; ${overruled} found and overruled by eye` : ""}.`,
  ];
}

/** Words a certificate: the page and the file say the same. */
export function certificateText(certificate: JobCertificate): CertificateText {
  const { code, family, spent, measurements, functions, signedBy, signedAt, told, broke, agreed } =
    certificate;
  const { notShown, stillOut } = certificate;
  const row = (name: string, value: string, more = "", passes: boolean | null = null): CertificateRow => ({
    name,
    value,
    more,
    passes,
  });
  const spentRow = ({ what, quantity, unit, lot }: (typeof spent)[number]) =>
    row(capitalised(what), `${quantity} ${unit}`, lot ? `lot ${lot}` : "");
  const sections: CertificateSection[] = [
    {
      heading: "What was agreed",
      rows: agreed.map(({ answer, route, priceMinor, worstMinor, currency }) =>
        row(
          `${answer === "yes" ? "Agreed" : "Declined"}: ${repairTitles[route].toLowerCase()}`,
          moneyText(priceMinor, currency),
          `at worst ${moneyText(worstMinor, currency)}`,
        ),
      ),
      lines: [],
    },
    {
      heading: "What was used",
      rows: spent.filter(({ lost }) => !lost).map(spentRow),
      lines: spent.some(({ lost }) => lost)
        ? [
            `Used up by an earlier try: ${spent
              .filter(({ lost }) => lost)
              .map(({ what, quantity, unit }) => `${quantity} ${unit} ${what}`)
              .join(", ")}.`,
          ]
        : [],
    },
    {
      heading: "What was measured",
      rows: measurements.map(({ what, value, unit, limit, passes, got, from }) =>
        row(what, `${figureText(value, unit)}, ${got}: ${from}`, limit ?? "no limit", passes),
      ),
      lines: underGlassLines(certificate),
    },
    {
      heading: "What was proved",
      rows: functions.map(({ name, result, atIntake, signedBy: by, reason }) =>
        row(
          name,
          result === "not shown: signed for" && by ? `not shown: signed by ${by}, because ${reason}` : result,
          atIntake === "works" ? "" : `at intake: ${atIntake.replace("-", " ")}`,
          result === "works" ? true : result === "fails" ? false : null,
        ),
      ),
      lines: [],
    },
    {
      heading: "What did not go as planned",
      rows: [],
      lines: [
        ...broke.map(({ what, reason, by, at }) => `${day(at)}: ${what} broke. ${reason} Noted by ${by}.`),
        ...notShown.map(({ need, reason, by }) => `${say(need)} Signed for by ${by}: ${reason}`),
        ...(stillOut.length > 0 ? [`Not put back: ${listed(stillOut)}.`] : []),
      ],
    },
    { heading: "What the customer was told", rows: [], lines: told ? [told] : [] },
    { heading: "Remarks", rows: [], lines: certificate.remarks },
  ];
  return {
    title: `${code}, ${family.code} ${family.name.toLowerCase()}`,
    under: `${repairTitles[certificate.route]}.${certificate.openedAt ? ` Taken in on ${day(certificate.openedAt)}.` : ""} ${certificate.complaint}`,
    verdict: verdictOf(certificate),
    isFinal: certificate.outcome !== null && signedBy !== null,
    sections: sections.filter(({ rows, lines }) => rows.length > 0 || lines.length > 0),
    signed: signedBy && signedAt ? `Signed by ${signedBy} on ${day(signedAt)}.` : "Not signed.",
  };
}
