import { useCallback, useEffect, useState, type ReactNode } from "react";
import { codeRead } from "../../../../core/labels/label.ts";
import { ReadLabel } from "../../../camera/ReadLabel.tsx";
import { isSheetFilm } from "../../../../core/film/films.ts";
import { isOutOfDate, lastDayOf, type LotKind } from "../../../../core/materials/lots.ts";
import type { ShelvedLot } from "../../../../server/store/lots.ts";
import { dateText, quantityText } from "../../lots/lot-words.ts";
import type { InstrumentProps } from "../instrument.ts";
import { t } from "../../../../words/work.ts";
import { term } from "../../../../words/speaker.ts";

/** The lots of the kind that is asked for, as they stand on the shelf; one press takes one. What is on no shelf is typed in. */
export function LotInstrument({
  data,
  nowMs,
  mayTell,
  tell,
  form,
}: InstrumentProps & {
  /** Fields for a lot that is on no shelf. */
  form: ReactNode;
}) {
  const kind = data.kind as LotKind;
  const [lots, setLots] = useState<ShelvedLot[] | null>(null);
  const [said, setSaid] = useState<string>();
  const read = useCallback(async () => {
    try {
      const answer = await fetch("/api/lots");
      if (!answer.ok) throw new Error();
      setLots((await answer.json()) as ShelvedLot[]);
    } catch {
      setSaid(t("no-answer-from-the-shelf-type-in"));
    }
  }, []);
  useEffect(() => void read(), [read]);
  // What joins: a polarizer is cut, not laid as an adhesive.
  const ofKind = (lots ?? []).filter(
    (lot) => lot.kind === kind && !isSheetFilm(lot.material) && !lot.isBlocked,
  );
  const shown = [
    ...ofKind.filter((lot) => !isOutOfDate(lot, nowMs)),
    ...ofKind.filter((lot) => isOutOfDate(lot, nowMs)),
  ];
  const take = (lot: ShelvedLot) =>
    tell("lot-taken", {
      kind,
      lot: lot.lot,
      material: lot.material,
      goodUntil: lastDayOf(lot),
      viscosityPaS: lot.viscosityPaS,
    });
  /** A label that was read takes its lot, as a press would; what it is not is said. */
  const readCode = (text: string): string | null => {
    const code = codeRead("lot", text);
    if (code === null) return t("no-label-of-a-lot");
    const lot = (lots ?? []).find((one) => one.lot === code);
    if (!lot) return t("is-on-no-shelf", { code });
    if (lot.kind !== kind) return t("is-of-another-kind", { code, kind: term(lot.kind), asked: term(kind) });
    if (isSheetFilm(lot.material))
      return t("is-of-another-kind", {
        code,
        kind: term(lot.material),
        asked: term("optical adhesive film"),
      });
    if (isOutOfDate(lot, nowMs)) return t("is-out-of-date-take-another", { code });
    take(lot);
    return null;
  };
  return (
    <div className="h-full min-h-0 w-full max-w-3xl overflow-y-auto">
      {said && <p role="alert">{said}</p>}
      <ReadLabel disabled={!mayTell || lots === null} onRead={readCode} />
      {lots === null && !said && <p className="text-soft">{t("loading-the-shelf")}</p>}
      {lots !== null && shown.length === 0 && (
        <p className="text-soft">
          {t("no-is-on-the-shelf", { kind })}{" "}
          <a className="underline" href="/lots">
            {t("add-a-lot")}
          </a>
          {t("or-type-in-what-the-label-says")}
        </p>
      )}
      <ul aria-label={t("lots-on-the-shelf")}>
        {shown.map((lot) => (
          <li key={lot.id} className="flex flex-wrap items-center gap-x-4 border-b border-line py-1.5">
            <span className="min-w-0 grow text-lg">
              {term(lot.material)}
              <span
                className={`block text-base ${isOutOfDate(lot, nowMs) ? "edge-hatch text-danger" : "text-soft"}`}
              >
                {t("left-2", {
                  lot: dateText(lot, nowMs),
                  kind: quantityText(kind, lot.leftQuantity),
                })}
                {lot.viscosityPaS !== null && (
                  // A phone has no room for it.
                  <span className="max-lg:hidden">
                    {t("measured-pa-s", { viscosityPaS: lot.viscosityPaS })}
                  </span>
                )}
              </span>
            </span>
            <button type="button" className="control" disabled={!mayTell} onClick={() => take(lot)}>
              {t("take", { lot: lot.lot })}
            </button>
          </li>
        ))}
      </ul>
      <details className="mt-3" open={said !== undefined || (lots !== null && shown.length === 0)}>
        <summary className="min-h-12 content-center font-semibold">{t("type-in-a-label")}</summary>
        {form}
      </details>
    </div>
  );
}
