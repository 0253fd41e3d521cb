import { LONGEST_TOLD_MM } from "../../core/prove/look.ts";
import { longDay } from "../../words/dates.ts";
import { repairTitle } from "../../core/device/routes.ts";
import { moneyText } from "../../core/money.ts";
import type { JobCertificate } from "../../core/records/job-certificate.ts";
import { lightingWords } from "../../core/prove/defects.ts";
import { celsiusToFahrenheit, mmToInch } from "../../core/units.ts";
import { capitalised, listed } from "../../core/words.ts";
import { say } from "../../words/say.ts";
import { t } from "../../words/server.ts";
import { term } from "../../words/speaker.ts";

/** One line of a table: what, its figure, what it was held against, and whether it passes. */
export interface CertificateRow {
  name: string;
  value: string;
  more: string;
  passes: boolean | null;
}

/** Whether a row passes, in words; nothing where that was not asked. */
export const passWords = (passes: boolean | null): string =>
  passes === null ? "" : passes ? t("passes") : t("does-not-pass");

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

const day = (at: string) => longDay(new Date(at));

/** A figure with its unit; degrees and millimetres in both ways of measuring. */
export function figureText(value: number, unit: string): string {
  const inch = (mm: number) => Number(mmToInch(mm).toPrecision(2));
  if (unit === "°C") return `${value}${GAP}°C (${Math.round(celsiusToFahrenheit(value))}${GAP}°F)`;
  if (unit === "mm") return t("mm-in", { value, GAP, inch: inch(value) });
  return unit ? `${value}${GAP}${unit}` : String(value);
}

function verdictOf({ outcome, endedAt, signedBy }: JobCertificate): string {
  if (!outcome || !endedAt) return t("draft-the-work-is-not-over-yet");
  return t("on", {
    capitalised: capitalised(outcome),
    day: day(endedAt),
    value: signedBy ? "" : t("not-signed"),
  });
}

function underGlassLines({ underGlass }: JobCertificate): string[] {
  if (!underGlass) return [];
  const { pictures, verdict, smallestMm, left, overruled } = underGlass;
  const found =
    left.length === 0
      ? t("nothing-found")
      : listed(left.map(({ kind, xMm, yMm }) => t("at-mm", { kind, xMm, yMm })));
  return [
    t("by-a-photo", {
      pictures: listed(
        pictures.map(
          ({ lighting, source }) =>
            `${lightingWords[lighting]}${source === "simulated" ? ` ${t("simulated-camera")}` : ""}`,
        ),
      ),
      verdict:
        verdict === "pass" ? t("passes") : verdict === "fail" ? t("does-not-pass") : t("cannot-be-told"),
      found,
      overruled: overruled > 0 ? t("found-and-overruled-by-eye", { overruled }) : "",
    }),
    ...(smallestMm
      ? [
          t("shows-from", {
            speck: smallestMm.speck,
            fibre: smallestMm.fibre,
            bubble: smallestMm.bubble,
            scratches: smallestMm.scratch > LONGEST_TOLD_MM ? "none" : "some",
            scratch: String(smallestMm.scratch),
            patch: smallestMm.patch,
          }),
        ]
      : []),
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
    row(capitalised(term(what)), `${quantity} ${term(unit)}`, lot ? t("lot", { lot }) : "");
  const sections: CertificateSection[] = [
    {
      heading: t("what-was-agreed"),
      rows: agreed.map(({ answer, route, priceMinor, worstMinor, currency }) =>
        row(
          `${answer === "yes" ? t("agreed") : t("declined")}: ${repairTitle(route).toLowerCase()}`,
          moneyText(priceMinor, currency),
          t("at-worst", { worstMinor: moneyText(worstMinor, currency) }),
        ),
      ),
      lines: [],
    },
    {
      heading: t("what-was-used"),
      rows: spent.filter(({ lost }) => !lost).map(spentRow),
      lines: spent.some(({ lost }) => lost)
        ? [
            t("used-up-by-an-earlier-try", {
              spent: spent
                .filter(({ lost }) => lost)
                .map(({ what, quantity, unit }) => `${quantity} ${unit} ${what}`)
                .join(", "),
            }),
          ]
        : [],
    },
    {
      heading: t("what-was-measured"),
      rows: measurements.map(({ what, value, unit, limit, passes, got, from }) =>
        row(what, `${figureText(value, unit)}, ${term(got)}: ${term(from)}`, limit ?? t("no-limit"), passes),
      ),
      lines: underGlassLines(certificate),
    },
    {
      heading: t("what-was-proved"),
      rows: functions.map(({ name, result, atIntake, signedBy: by, reason }) =>
        row(
          term(name),
          result === "not shown: signed for" && by
            ? t("not-shown-signed-by-because", { by, reason: reason ?? "" })
            : term(result),
          atIntake === "works" ? "" : t("at-intake", { atIntake: atIntake.replace("-", " ") }),
          result === "works" ? true : result === "fails" ? false : null,
        ),
      ),
      lines: [],
    },
    {
      heading: t("what-did-not-go-as-planned"),
      rows: [],
      lines: [
        ...broke.map(({ what, reason, by, at }) => t("broke-noted-by", { day: day(at), what, reason, by })),
        ...notShown.map(({ need, reason, by }) => t("signed-for-by", { need: say(need), by, reason })),
        ...(stillOut.length > 0 ? [t("not-put-back", { listed: listed(stillOut) })] : []),
      ],
    },
    { heading: t("what-the-customer-was-told"), rows: [], lines: told ? [told] : [] },
    { heading: t("remarks"), rows: [], lines: certificate.remarks },
  ];
  return {
    title: `${code}, ${family.code} ${family.name.toLowerCase()}`,
    under: `${repairTitle(certificate.route)}.${certificate.openedAt ? ` ${t("taken-in-on", { day: day(certificate.openedAt) })}` : ""} ${certificate.complaint}`,
    verdict: verdictOf(certificate),
    isFinal: certificate.outcome !== null && signedBy !== null,
    sections: sections.filter(({ rows, lines }) => rows.length > 0 || lines.length > 0),
    signed: signedBy && signedAt ? t("signed-by-on", { signedBy, day: day(signedAt) }) : t("not-signed-2"),
  };
}
