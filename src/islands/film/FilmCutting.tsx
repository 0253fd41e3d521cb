import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { v4 as uuid } from "uuid";
import { cutHoles, cutLine, rotationFor, type Point } from "../../../core/film/cutting.ts";
import {
  layoutFaults,
  remnantsOf,
  type FilmLayout,
  type FilmLayoutInput,
} from "../../../core/film/film-layout.ts";
import { CUT_GAP_MM, SHEET_TRIM_MM } from "../../../core/film/film-piece.ts";
import { faceUp, filmKinds, type FilmKind } from "../../../core/film/films.ts";
import type { ShelvedSheet, WantedPiece } from "../../../server/store/film-shelf.ts";
import { askServer } from "../../ui/ask-server.ts";
import { useLive } from "../../ui/useLive.ts";
import { usePreferences } from "../../ui/preferences.ts";
import { lengthText } from "../../ui/quantity.tsx";
import { useCalculations } from "../../workers/useCalculations.ts";
import { saveFile } from "../../ui/save-file.ts";
import { typedWithin } from "../../ui/typed-number.ts";
import { SheetDrawing } from "./SheetDrawing.tsx";
import { listed } from "../../../core/words.ts";
import { t } from "../../../words/film.ts";
import { term } from "../../../words/speaker.ts";

/** Layouts that are tried before one is shown, and those that go on while it is looked at. */
const QUICK_ROUNDS = 2;
const LONG_ROUNDS = 600;
const MOST_SHEETS = 20;

/** A piece as it is cut, without whom it is for. */
const asPiece = ({ film, widthMm, heightMm, pathMm, holesMm, axisDeg }: Omit<WantedPiece, "job">) => ({
  film,
  widthMm,
  heightMm,
  ...(pathMm ? { pathMm } : {}),
  ...(holesMm ? { holesMm } : {}),
  axisDeg,
});
const idOf = ({ job, film }: Pick<WantedPiece, "job" | "film">) => `${job} ${film}`;

type Places = ReadonlyMap<string, { sheet: string; centre: Point }>;

const placesOf = (layout: FilmLayout): Places =>
  new Map(layout.placed.map(({ id, sheet, centre }) => [id, { sheet, centre }]));

/** Whether a layout that was found later is worth changing over to. */
const isBetter = (later: FilmLayout, first: FilmLayout) =>
  later.placedMm2 > first.placedMm2 + 1 ||
  (Math.abs(later.placedMm2 - first.placedMm2) <= 1 && later.sheetsUsed < first.sheetsUsed);

/** A length as it was typed, or what is usual where it is none from 0 to the most. */
function within(typed: string, usual: number, most: number): number {
  return typedWithin(typed, [0, most]) ?? usual;
}

const save = (format: "svg" | "dxf" | "pdf", paper: string, drawing: object, name: string) =>
  saveFile(`/api/film/drawings/${format}?paper=${paper}`, drawing, `${name}.${format}`);

/** The pieces laid out on the shelf's sheets: dragged where the hand knows better, drawn, printed, cut. */
export function FilmCutting({
  code,
  live,
  onSign,
  children,
}: {
  code: string;
  live: boolean;
  /** Signs for a fact that stands in the way. */
  onSign: (fact: { is: string }, reason: string) => boolean;
  /** What else can be done, below the rest. */
  children: ReactNode;
}) {
  /** A sheet whose lot is out of date was to be cut: signed for, or another is chosen. */
  const [old, setOld] = useState<{ is: string } | null>(null);
  const [reason, setReason] = useState("");
  const preferences = usePreferences();
  const [sheets, setSheets] = useState<ShelvedSheet[]>([]);
  const [pieces, setPieces] = useState<WantedPiece[]>([]);
  const [kind, setKind] = useState<FilmKind>("clear");
  /** Pieces that are not as usual: this job's own left for later, another job's cut along. */
  const [unusual, setUnusual] = useState<ReadonlySet<string>>(new Set());
  const [typedGap, setTypedGap] = useState(String(CUT_GAP_MM));
  const [typedTrim, setTypedTrim] = useState(String(SHEET_TRIM_MM));
  const gapMm = within(typedGap, CUT_GAP_MM, 20);
  const trimMm = within(typedTrim, SHEET_TRIM_MM, 50);
  const [moved, setMoved] = useState<Places | null>(null);
  const [isCancelled, setIsCancelled] = useState(false);
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  const [isBusy, setIsBusy] = useState(false);
  /** What was sent and not answered: sent again as it was, so that it is cut once. */
  const unanswered = useRef<{ of: string; body: string } | null>(null);

  const load = useCallback(() => {
    void Promise.all([fetch("/api/film/sheets"), fetch("/api/film/wanted")])
      .then(async ([shelf, waiting]) => {
        if (shelf.ok) setSheets((await shelf.json()) as ShelvedSheet[]);
        if (waiting.ok) setPieces((await waiting.json()) as WantedPiece[]);
      })
      .catch(() =>
        setSaid({
          text: t("no-answer-from-the-shelf-it-is"),
          isFault: true,
        }),
      );
  }, []);
  useLive({ onChange: load, onLost: () => undefined });

  const chosen = useMemo(
    () => pieces.filter((piece) => (piece.job === code) !== unusual.has(idOf(piece))),
    [pieces, unusual, code],
  );
  const usable = useMemo(
    () => sheets.filter((sheet) => sheet.kind === kind).slice(0, MOST_SHEETS),
    [sheets, kind],
  );
  const base = useMemo(
    (): FilmLayoutInput | null =>
      chosen.length > 0 && usable.length > 0
        ? {
            sheets: usable.map(({ id, widthMm, heightMm, axisDeg }) => ({ id, widthMm, heightMm, axisDeg })),
            pieces: chosen.map((piece) => ({
              id: idOf(piece),
              widthMm: piece.widthMm,
              heightMm: piece.heightMm,
              axisDeg: piece.axisDeg,
              adhesive: faceUp(piece.film),
            })),
            gapMm,
            trimMm,
          }
        : null,
    [chosen, usable, gapMm, trimMm],
  );
  const quickInputs = useMemo(() => base && [{ ...base, rounds: QUICK_ROUNDS }], [base]);
  const longInputs = useMemo(
    () => (base && !isCancelled && chosen.length > 1 ? [{ ...base, rounds: LONG_ROUNDS }] : null),
    [base, isCancelled, chosen.length],
  );
  const [quick] = useCalculations<FilmLayout>("film-layout", quickInputs);
  const [long] = useCalculations<FilmLayout>("film-layout", longInputs);
  // Other pieces or sheets: what was dragged no longer holds.
  useEffect(() => {
    setMoved(null);
    setIsCancelled(false);
  }, [base]);

  const layout = quick?.result ?? null;
  const places = moved ?? (layout ? placesOf(layout) : null);
  const isSearching = longInputs !== null && !long?.result && !long?.faults;
  const offer =
    long?.result && layout && isBetter(long.result, layout) && moved === null ? long.result : null;
  const left = places ? chosen.filter((piece) => !places.has(idOf(piece))) : [];
  const used = places
    ? usable.filter(({ id }) => [...places.values()].some(({ sheet }) => sheet === id))
    : [];
  const lyingOn = (sheet: ShelvedSheet) =>
    chosen.flatMap((piece) => {
      const place = places?.get(idOf(piece));
      if (place?.sheet !== sheet.id) return [];
      const mirrored = faceUp(piece.film) === "away";
      const rotationDeg = rotationFor(piece.axisDeg, sheet.axisDeg, mirrored);
      const { widthMm, heightMm } = piece;
      const placed = { widthMm, heightMm, rotationDeg, centre: place.centre };
      return [
        {
          ...placed,
          id: idOf(piece),
          piece,
          corners: cutLine(placed, piece.pathMm, mirrored),
          holes: cutHoles(placed, piece.holesMm, mirrored),
        },
      ];
    });
  const drawn = used.map((sheet) => {
    const lying = lyingOn(sheet);
    return {
      sheet,
      lying,
      wrong: layoutFaults(sheet, lying, gapMm, trimMm),
      remnants: remnantsOf(sheet, lying, gapMm),
    };
  });
  const placedMm2 = drawn.reduce(
    (sum, { lying }) => sum + lying.reduce((own, { widthMm, heightMm }) => own + widthMm * heightMm, 0),
    0,
  );
  const isWrong = drawn.some(({ wrong }) => wrong.size > 0);

  const cut = async () => {
    setIsBusy(true);
    setSaid(undefined);
    const cutting = {
      who: preferences.who,
      gapMm,
      trimMm,
      sheets: drawn.map(({ sheet, lying }) => ({
        sheet: sheet.id,
        pieces: lying.map(({ piece: { job, ...piece }, centre }) => ({ ...asPiece(piece), job, centre })),
      })),
    };
    const of = JSON.stringify(cutting);
    if (unanswered.current?.of !== of) {
      const body = JSON.stringify({ id: uuid(), at: new Date().toISOString(), ...cutting });
      unanswered.current = { of, body };
    }
    const asked = await askServer(
      "/api/film/cuts",
      "POST",
      unanswered.current.body,
      t("no-answer-from-the-server-press-again"),
    );
    // Its id stays until the server has answered for it: sent again it must be the same cut.
    if ("answer" in asked || asked.isRefused) unanswered.current = null;
    if ("answer" in asked) {
      const { remnants } = (await asked.answer.json()) as { remnants: ShelvedSheet[] };
      setSaid({
        isFault: false,
        text: t("cut", {
          value:
            remnants.length > 0
              ? t("back-on-the-shelf", {
                  remnants: remnants
                    .map(
                      ({ label, widthMm, heightMm }) =>
                        `${label}, ${lengthText(widthMm, preferences)} × ${lengthText(heightMm, preferences)}`,
                    )
                    .join("; "),
                })
              : t("nothing-worth-keeping-is-left"),
        }),
      });
    } else {
      setSaid({ text: asked.said, isFault: true });
      const missing = (asked.problem?.missing ?? []) as { is: string }[];
      setOld(missing.find(({ is }) => is === "lot-in-date") ?? null);
    }
    setIsBusy(false);
    load();
  };
  const drawing = ({ sheet, lying }: (typeof drawn)[number]) => ({
    sheet: { label: sheet.label, widthMm: sheet.widthMm, heightMm: sheet.heightMm, axisDeg: sheet.axisDeg },
    pieces: lying.map(({ piece, centre }) => ({
      ...asPiece(piece),
      label: idOf(piece),
      centre,
    })),
  });
  return (
    <section
      aria-label={t("cut-from-the-shelf")}
      className="grid h-full min-h-0 w-full grid-rows-[minmax(8rem,1fr)_minmax(0,1fr)] gap-3 side:grid-cols-[minmax(0,1fr)_22rem] side:grid-rows-1 low:grid-cols-[minmax(0,1fr)_17rem]"
    >
      <div className="flex min-h-0 min-w-0 gap-4">
        {drawn.map((one) => (
          <figure
            key={one.sheet.id}
            aria-label={t("sheet-2", { label: one.sheet.label })}
            className="min-w-0 flex-1"
          >
            <SheetDrawing
              {...one}
              live={live}
              onMove={(id, centre) => {
                const next = new Map(places);
                next.set(id, { sheet: one.sheet.id, centre });
                setMoved(next);
              }}
            />
          </figure>
        ))}
      </div>
      <div className="flex min-h-0 flex-col gap-2 overflow-y-auto">
        {live && drawn.length > 0 && (
          <button
            type="button"
            className="control-strong shrink-0 disabled:opacity-50"
            disabled={isBusy || isWrong || left.length > 0}
            onClick={() => void cut()}
          >
            {chosen.length === 1 ? t("cut-this-piece") : t("cut-these-pieces", { chosen: chosen.length })}
          </button>
        )}
        {old && (
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <label className="grow sm:max-w-96">
              {t("why-you-use-this-lot-anyway-at")}
              <input
                className="entry"
                maxLength={500}
                value={reason}
                onChange={({ target }) => setReason(target.value)}
              />
            </label>
            <button
              type="button"
              className="control"
              disabled={reason.trim().length < 10}
              onClick={() => {
                if (!onSign(old, reason.trim())) return;
                setOld(null);
                setReason("");
                setSaid({ text: t("signed-for-cut-it-now"), isFault: false });
              }}
            >
              {t("sign-for-it")}
            </button>
          </div>
        )}
        {said && (
          <p
            role={said.isFault ? "alert" : "status"}
            className={`mt-2 ${said.isFault ? "text-danger" : "text-done"}`}
          >
            {said.text}
          </p>
        )}
        {usable.length === 0 && (
          <p role="status" className="edge-hatch mt-2 text-film">
            {t("no-film-is-on-the-shelf-put", { kind })}
          </p>
        )}
        {left.length > 0 && (
          <p role="status" className="edge-hatch mt-2 text-danger">
            {t("no-room-for-on-any-sheet", { left: left.map(idOf).join(", "), kind })}
          </p>
        )}
        {layout && chosen.length > 1 && (
          <p className="mt-2 text-soft">
            {t("cm-placed-on-more-than-cm-does", {
              placedMm2: (placedMm2 / 100).toFixed(0),
              drawn: drawn.length,
              areaBoundMm2: (layout.areaBoundMm2 / 100).toFixed(0),
            })}
          </p>
        )}
        {isSearching && (
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <progress
              className="w-40"
              value={long?.share ?? 0}
              aria-label={t("search-for-a-better-layout")}
            />
            <span className="text-soft">{t("looking-for-a-better-layout")}</span>
            <button
              type="button"
              className="control border-soft font-normal"
              onClick={() => setIsCancelled(true)}
            >
              {t("enough")}
            </button>
          </div>
        )}
        {offer && (
          <p className="mt-2 flex flex-wrap items-center gap-3">
            {t("a-better-layout-was-found", {
              sheetsUsed: offer.sheetsUsed,
              placed:
                offer.left.length === 0
                  ? t("everything-placed")
                  : t("left-over", { left: offer.left.length }),
            })}
            <button type="button" className="control" onClick={() => setMoved(placesOf(offer))}>
              {t("use-it")}
            </button>
          </p>
        )}
        {pieces.length > 1 && (
          <fieldset className="mt-2">
            <legend>{t("cut-together")}</legend>
            {pieces.map((piece) => (
              <label key={idOf(piece)} className="flex min-h-12 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-6 shrink-0"
                  checked={chosen.includes(piece)}
                  onChange={() => {
                    const next = new Set(unusual);
                    if (!next.delete(idOf(piece))) next.add(idOf(piece));
                    setUnusual(next);
                  }}
                />
                {t("of-at", {
                  job: piece.job,
                  film: piece.film,
                  family: piece.family,
                  widthMm: lengthText(piece.widthMm, preferences),
                  heightMm: lengthText(piece.heightMm, preferences),
                  axisDeg: piece.axisDeg,
                })}
              </label>
            ))}
          </fieldset>
        )}
        {drawn.map((one) => (
          <div key={one.sheet.id}>
            <p>
              <strong>{one.sheet.label}</strong>
              {t("of-lot-adhesive-down-axis-used", {
                value: one.sheet.isRemnant ? t("remnant") : t("sheet"),
                lot: one.sheet.lot,
                axisDeg: one.sheet.axisDeg,
                reduce: (
                  (100 * one.lying.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0)) /
                  (one.sheet.widthMm * one.sheet.heightMm)
                ).toFixed(0),
              })}
              {one.remnants.length > 0 &&
                t("back-to-the-shelf", {
                  remnants: one.remnants
                    .map(
                      ({ widthMm, heightMm }) =>
                        `${lengthText(widthMm, preferences)} × ${lengthText(heightMm, preferences)}`,
                    )
                    .join(", "),
                })}
              .
              {one.wrong.size > 0 && (
                <span role="alert" className="edge-hatch block text-danger">
                  {t("over-another-piece-or-over-the-rim", {
                    pieces: listed([...one.wrong]),
                    count: one.wrong.size,
                  })}
                </span>
              )}
            </p>
            <div className="mt-1 flex flex-wrap gap-1.5">
              {(
                [
                  [t("template-a4"), "pdf", "A4"],
                  [t("template-letter"), "pdf", "Letter"],
                  ["SVG", "svg", "A4"],
                  ["DXF", "dxf", "A4"],
                ] as const
              ).map(([label, format, paper]) => (
                <button
                  key={label}
                  type="button"
                  className="control border-soft px-3 font-normal"
                  onClick={() =>
                    void save(format, paper, drawing(one), one.sheet.label).catch((error: Error) =>
                      setSaid({ text: t("not-saved", { message: error.message }), isFault: true }),
                    )
                  }
                >
                  {label}
                </button>
              ))}
            </div>
          </div>
        ))}
        <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2">
          <label className="flex items-center gap-2">
            {t("film")}
            <select
              className="entry w-auto"
              value={kind}
              onChange={(event) => setKind(event.target.value as FilmKind)}
            >
              {filmKinds.map((name) => (
                <option key={name} value={name}>
                  {term(name)}
                </option>
              ))}
            </select>
          </label>
          {(
            [
              [t("between-cuts-mm"), typedGap, setTypedGap, CUT_GAP_MM, 20],
              [t("from-the-edge-mm"), typedTrim, setTypedTrim, SHEET_TRIM_MM, 50],
            ] as const
          ).map(([label, typed, set, usual, most]) => (
            <label key={label} className="flex items-center gap-2">
              {label}
              <input
                className="entry w-20"
                inputMode="decimal"
                value={typed}
                aria-invalid={within(typed, -1, most) === -1}
                title={t("0-to-is-usual", { most, usual })}
                onChange={(event) => set(event.target.value)}
              />
            </label>
          ))}
          <a href="/film" className="inline-flex min-h-12 items-center underline underline-offset-4">
            {t("the-shelf")}
          </a>
        </div>
        {children}
      </div>
    </section>
  );
}
