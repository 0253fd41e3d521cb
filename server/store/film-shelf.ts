import { randomUUID } from "node:crypto";
import type pg from "pg";
import { v5 as uuidFromName } from "uuid";
import { z } from "zod";
import { rotationFor, sheetPlace, type Placed } from "../../core/film/cutting.ts";
import { pieceOf } from "../../core/film/film-piece.ts";
import { faceUp, filmPiece, type FilmKind, type FilmSheet, type FilmSide } from "../../core/film/films.ts";
import type { PanelPoint } from "../../core/stack/panel-point.ts";
import { layoutFaults, remnantsOf } from "../../core/film/film-layout.ts";
import { key } from "../../core/stack/family.ts";
import { bounded, utcTime, uuid } from "../../core/units.ts";
import { inTransaction } from "../db/pool.ts";
import { lotOnShelf } from "./lots.ts";
import {
  appendWithin,
  FILM_SHELF,
  lockJob,
  openJobs,
  sceneOf,
  type AppendedMoves,
  type SentMove,
} from "./jobs.ts";
import { t } from "../../words/server.ts";

/** A sheet on the shelf. */
export interface ShelvedSheet extends FilmSheet {
  id: string;
}

const COLUMNS = "id, label, kind, width_mm, height_mm, axis_deg, lot, remnant";

interface SheetRow {
  id: string;
  label: string;
  kind: FilmKind;
  width_mm: number;
  height_mm: number;
  axis_deg: number;
  lot: string;
  remnant: boolean;
}

const readRow = (row: SheetRow): ShelvedSheet => ({
  id: row.id,
  label: row.label,
  kind: row.kind,
  widthMm: row.width_mm,
  heightMm: row.height_mm,
  axisDeg: row.axis_deg,
  lot: row.lot,
  isRemnant: row.remnant,
});

/** What lies on the shelf: remnants before sheets, the smallest first, which is the order to use them up in. */
export async function shelvedSheets(client: pg.Pool | pg.PoolClient): Promise<ShelvedSheet[]> {
  const { rows } = await client.query<SheetRow>(
    `SELECT ${COLUMNS} FROM film_sheet WHERE cut_by IS NULL AND gone_at IS NULL
     ORDER BY NOT remnant, width_mm * height_mm, label`,
  );
  return rows.map(readRow);
}

async function insertSheet(
  client: pg.Pool | pg.PoolClient,
  sheet: FilmSheet,
  parent: string | null = null,
): Promise<ShelvedSheet | null> {
  const { rows } = await client.query<SheetRow>(
    `INSERT INTO film_sheet (id, label, kind, width_mm, height_mm, axis_deg, lot, remnant, parent)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (label) DO NOTHING RETURNING ${COLUMNS}`,
    [
      randomUUID(),
      sheet.label,
      sheet.kind,
      sheet.widthMm,
      sheet.heightMm,
      sheet.axisDeg,
      sheet.lot,
      sheet.isRemnant,
      parent,
    ],
  );
  return rows[0] ? readRow(rows[0]) : null;
}

/** Puts a sheet on the shelf; null where its label is taken. */
export const addSheet = (client: pg.Pool | pg.PoolClient, sheet: FilmSheet): Promise<ShelvedSheet | null> =>
  insertSheet(client, sheet);

/** Takes a sheet off the shelf for good; false where it is not there. */
export async function discardSheet(pool: pg.Pool, id: string): Promise<boolean> {
  const { rowCount } = await pool.query(
    "UPDATE film_sheet SET gone_at = now() WHERE id = $1 AND cut_by IS NULL AND gone_at IS NULL",
    [id],
  );
  return rowCount === 1;
}

/** A piece that an open job waits for. */
export interface WantedPiece {
  job: string;
  family: string;
  film: FilmSide;
  widthMm: number;
  heightMm: number;
  /** Where it is no rectangle. */
  pathMm?: PanelPoint[];
  holesMm?: PanelPoint[][];
  axisDeg: number;
}

/** The pieces that open jobs have an axis for and nobody has cut yet. */
export async function wantedPieces(pool: pg.Pool): Promise<WantedPiece[]> {
  return (await openJobs(pool)).flatMap((job) => {
    const { family, state } = sceneOf(job, Date.now());
    if (state.intake.held) return [];
    return state.intake.films.flatMap((film): WantedPiece[] => {
      const chosen = state.film.chosen[film];
      if (!chosen || state.film.cut[film]) return [];
      return [
        {
          job: job.code,
          family: family.code,
          film,
          ...pieceOf(family),
          axisDeg: Number((chosen.axisDeg % 180).toFixed(1)),
        },
      ];
    });
  });
}

/** What is cut from one sheet, and for whom. */
export const filmCutting = z.strictObject({
  id: uuid(),
  who: key(),
  at: utcTime(),
  gapMm: bounded(0, 100),
  trimMm: bounded(0, 500),
  sheets: z
    .array(
      z.strictObject({
        sheet: z.uuid({ error: () => t("must-be-the-id-of-a-sheet") }),
        pieces: z
          .array(
            z.strictObject({
              ...filmPiece.shape,
              job: z.string().min(1).max(40),
              centre: sheetPlace,
            }),
          )
          .min(1)
          .max(60),
      }),
    )
    .min(1)
    .max(20),
});
export type FilmCutting = z.output<typeof filmCutting>;

/** What became of a cutting. */
export type CutResult =
  | { kind: "cut"; remnants: ShelvedSheet[]; jobs: string[] }
  | { kind: "cut before" }
  | { kind: "differs" }
  | { kind: "no such sheet"; path: string }
  | { kind: "no such job"; code: string; path: string }
  | { kind: "faulty"; path: string; message: string }
  | { kind: "job refused"; code: string; moves: SentMove[]; result: AppendedMoves };

/**
 * Cuts sheets up: each job gets a move for its piece, the sheets leave the shelf, what is left of them comes back as remnants. All
 * of it or nothing; the same cutting sent again changes nothing.
 */
export const cutFilm = (pool: pg.Pool, cutting: FilmCutting): Promise<CutResult> =>
  inTransaction<CutResult>(pool, (client, takeBack) => cutWithin(client, cutting, takeBack));

async function cutWithin(
  client: pg.PoolClient,
  cutting: FilmCutting,
  takeBack: (result: CutResult) => never,
): Promise<CutResult> {
  const { id, who, at, gapMm, trimMm } = cutting;
  const asked = JSON.stringify(cutting);
  const { rowCount } = await client.query(
    `INSERT INTO film_cut (id, who, at, content)
     SELECT $1, $2, $3, $4::jsonb WHERE EXISTS (SELECT 1 FROM technician WHERE key = $2)
     ON CONFLICT (id) DO NOTHING`,
    [id, who, at, asked],
  );
  if (rowCount === 0) {
    const { rows } = await client.query<{ same: boolean }>(
      "SELECT content = $2::jsonb AS same FROM film_cut WHERE id = $1",
      [id, asked],
    );
    if (rows[0]) return { kind: rows[0].same ? "cut before" : "differs" };
    return { kind: "faulty", path: "who", message: t("is-not-one-of-those-who-work", { who }) };
  }
  const told = new Map<string, SentMove[]>();
  const remnants: ShelvedSheet[] = [];
  const uses: FilmUse[] = [];
  // Locked in one order, so that two cuttings that name the same sheets never wait for one another.
  await client.query("SELECT 1 FROM film_sheet WHERE id = ANY($1::uuid[]) ORDER BY id FOR UPDATE", [
    cutting.sheets.map(({ sheet }) => sheet),
  ]);
  for (const [s, { sheet: sheetId, pieces }] of cutting.sheets.entries()) {
    const { rows } = await client.query<SheetRow>(
      `UPDATE film_sheet SET cut_by = $2 WHERE id = $1 AND cut_by IS NULL AND gone_at IS NULL RETURNING ${COLUMNS}`,
      [sheetId, id],
    );
    if (!rows[0]) return takeBack({ kind: "no such sheet", path: `sheets[${s}].sheet` });
    const sheet = readRow(rows[0]);
    const lying = pieces.map((piece, p): Placed & { id: string } => ({
      id: String(p),
      widthMm: piece.widthMm,
      heightMm: piece.heightMm,
      centre: piece.centre,
      rotationDeg: rotationFor(piece.axisDeg, sheet.axisDeg, faceUp(piece.film) === "away"),
    }));
    const [wrong] = layoutFaults(sheet, lying, gapMm, trimMm);
    if (wrong !== undefined) {
      return takeBack({
        kind: "faulty",
        path: `sheets[${s}].pieces[${wrong}].centre`,
        message: t("lies-over-another-piece-or-within-mm", {
          trimMm,
          label: sheet.label,
          widthMm: sheet.widthMm,
          heightMm: sheet.heightMm,
        }),
      });
    }
    const known = await lotOnShelf(client, sheet.lot);
    for (const [p, piece] of pieces.entries()) {
      const move: SentMove = {
        id: uuidFromName(`${piece.job} ${piece.film} ${s} ${p}`, id),
        kind: "film-cut-out",
        version: 1,
        data: {
          film: piece.film,
          sheet: sheet.label,
          lot: sheet.lot,
          axisDeg: piece.axisDeg,
          adhesive: "down",
          byHand: false,
        },
        who,
        toldAt: new Date(at).toISOString(),
        device: FILM_SHELF,
      };
      // What the shop knows of the sheet's lot goes before the piece: its date may hold it.
      const taken: SentMove[] =
        known?.kind === "film"
          ? [
              {
                ...move,
                id: uuidFromName(`${piece.job} lot ${s} ${p}`, id),
                kind: "lot-taken",
                data: { ...known, lot: sheet.lot, viscosityPaS: null },
              },
            ]
          : [];
      told.set(piece.job, [...(told.get(piece.job) ?? []), ...taken, move]);
    }
    let nth = 0;
    let usedMm2 = sheet.widthMm * sheet.heightMm;
    for (const { widthMm, heightMm } of remnantsOf(sheet, lying, gapMm)) {
      nth += 1;
      const round = (mm: number) => Math.floor(mm * 10) / 10;
      const kept = await insertSheet(
        client,
        {
          label: `${sheet.label}/${nth}`,
          kind: sheet.kind,
          widthMm: round(widthMm),
          heightMm: round(heightMm),
          axisDeg: sheet.axisDeg,
          lot: sheet.lot,
          isRemnant: true,
        },
        sheet.id,
      );
      if (!kept) continue;
      remnants.push(kept);
      usedMm2 -= kept.widthMm * kept.heightMm;
    }
    const piecesMm2 = pieces.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0);
    for (const { job, film, widthMm, heightMm } of pieces)
      uses.push({ job, film, sheet: sheetId, mm2: (usedMm2 * widthMm * heightMm) / piecesMm2 });
  }
  // In one order, so that two cuttings never wait for one another's jobs.
  const codes = [...told.keys()].sort();
  for (const code of codes) {
    const job = await lockJob(client, code);
    if (!job) return takeBack({ kind: "no such job", code, path: "sheets" });
    const moves = told.get(code)!;
    const result = await appendWithin(client, job, moves);
    if (result.kind !== "kept") return takeBack({ kind: "job refused", code, moves, result });
  }
  await noteUses(client, id, uses);
  return { kind: "cut", remnants, jobs: codes };
}

/** How much of a sheet was used up for a job's film: its share of what did not come back to the shelf. */
interface FilmUse {
  job: string;
  film: FilmSide;
  sheet: string;
  mm2: number;
}

/** Keeps how much of a whole sheet each film used up: what it cost follows from it. */
async function noteUses(client: pg.PoolClient, cutId: string, uses: readonly FilmUse[]): Promise<void> {
  for (const { job, film, sheet, mm2 } of uses)
    await client.query(
      `INSERT INTO film_use (job_id, film, cut_id, sheets)
       SELECT id, $2, $3, $4::float8 / whole_sheet_mm2($5) FROM job WHERE code = $1`,
      [job, film, cutId, mm2, sheet],
    );
}
