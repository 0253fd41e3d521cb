import { sinceCold, soakAsItIs, type Soak } from "../heat/glue-line.ts";
import type { HeatMethodKind } from "../heat/heat-methods.ts";
import { keptMethod, usualSettings } from "../heat/lift-heat.ts";
import { touchPlace } from "../route/decision-tree.ts";
import { screwCells } from "../open/screw-ledger.ts";
import { isHeatedMethod, type Connector, type Family } from "../stack/family.ts";
import type { Truth } from "./truth.ts";

/** What a real device answers when hands do something: nothing, or what was broken, or that it cannot be done. */
export interface Reaction {
  harm: string | null;
  impossible: string | null;
}

const fine: Reaction = { harm: null, impossible: null };
const harm = (what: string): Reaction => ({ harm: what, impossible: null });
const cannot = (why: string): Reaction => ({ harm: null, impossible: why });

/** A value that shares nothing with the first: plain objects, lists and sets. */
const cloned = (value: unknown): unknown => {
  if (value instanceof Set) return new Set(value);
  if (Array.isArray(value)) return value.map(cloned);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, cloned(part)]));
};

type Line = "glass" | "front" | "rear" | "display";

interface Face {
  old: boolean;
  /** Pieces that are free, by their keys. */
  free: Set<string>;
  dirty: boolean;
  dusty: boolean;
  fresh: boolean;
}

/** Capacitors hold for so long where the family names no time, s. */
const CAPACITORS_S = 300;
/** Dust settles on a wiped face for so long before it is seen, s. */
const DUST_S = 900;
/** A cell is hurt above this, C. */
const CELL_C = 60;

/**
 * A device with a hidden truth, for tests and practice: it knows nothing of what is recorded, only of what was done to it, and
 * it answers as hands would find it. Written apart from the moves' own effects, so that both do not share a fault.
 */
export class Twin {
  readonly family: Family;
  readonly truth: Truth;
  running = true;
  plugged = true;
  board = true;
  /** When the capacitors are empty, ms; they are full while the plug is in. */
  emptyAtMs = Infinity;
  casingOpen = false;
  everOpen = false;
  rimHolds: boolean;
  readonly joined: Record<string, boolean> = {};
  readonly parts: Record<string, "in" | "out" | "moved" | "new"> = {};
  /** Which screw sits in each hole; null where it is open. */
  readonly holes: Record<number, number | null> = {};
  readonly lines: Record<Line, Face>;
  panelAlive = true;
  touchAlive: boolean;
  heating: { sinceMs: number } | null = null;
  heat: {
    method: HeatMethodKind;
    settings: Readonly<Record<string, number>>;
    soakS: number;
    windowS: number | null;
    staysOn: boolean;
    isCold: boolean;
    thawS: number;
  } | null = null;
  /** Every time that it lay on the heat, as it was. */
  readonly soaks: Soak[] = [];
  softUntilMs = -Infinity;
  hotNear = false;
  wetUntilMs = -Infinity;
  driverEdgeUp = false;
  driverEdgeWet = false;
  solvent = false;
  /** Liners that lie on new parts still, by what they lie on. */
  readonly linersBy: Record<string, number> = {};
  linersOff = 0;
  linersLost = 0;
  laid = false;
  loweringSinceMs: number | null = null;
  settledAtMs = -Infinity;
  border = 0;
  bubbles: number;
  specks: number;
  tape = false;
  sensorAdded = false;
  lamp: { zone: string; sinceMs: number } | null = null;
  readonly lightS: Record<string, number> = {};
  exposureS: ((zone: string) => number) | null = null;
  jointSoldered: boolean;
  jointOff = false;
  shorts: number;
  opens: number;
  shut = true;
  loose: number;
  glueLeft: number;
  wetEdge: number;
  misfits: number;
  alive: boolean;
  lostCell: number | null = null;
  filmsSkinned = 0;
  axes: Record<string, number> = {};
  insideClean = false;
  atMs = 0;

  constructor(family: Family, truth: Truth) {
    this.family = family;
    this.truth = truth;
    this.rimHolds = family.gluedBack;
    for (const { key, kind } of family.connectors) this.joined[key] = kind !== "soldered";
    for (const { key, kind } of family.parts) if (kind !== "liner") this.parts[key] = "in";
    for (const { cell } of screwCells(family)) this.holes[cell] = cell;
    const face = (): Face => ({ old: true, free: new Set(), dirty: true, dusty: true, fresh: false });
    this.lines = { glass: face(), front: face(), rear: face(), display: face() };
    this.touchAlive = !truth.deadAtFirst.includes("touch");
    this.bubbles = truth.bubbles;
    this.specks = truth.specks;
    this.shorts = truth.shorts;
    this.opens = truth.opens;
    this.loose = truth.looseContacts;
    this.glueLeft = truth.glueLeft;
    this.wetEdge = truth.wetEdge;
    this.misfits = truth.misfits;
    this.alive = truth.staysAlive;
    this.jointSoldered = true;
  }

  private get isMains(): boolean {
    return this.family.power === "mains";
  }

  /** Hands at the casing: what they risk. */
  private outside(): Reaction {
    if (this.running) return harm("it runs under the hands");
    if (this.family.power !== "cell" && this.plugged) return harm("it is plugged in");
    if (this.isMains && this.atMs < this.emptyAtMs) return harm("its capacitors are charged");
    return fine;
  }

  /** Hands inside: what they risk. */
  private inside(): Reaction {
    const at = this.outside();
    if (at !== fine) return at;
    if (!this.casingOpen) return cannot("the casing is shut");
    if (this.board) return harm("a short under power");
    return fine;
  }

  private cellIn(): boolean {
    return this.family.parts.some(({ key, kind }) => kind === "cell" && this.parts[key] === "in");
  }

  private hasLiveSupply(): boolean {
    if (!this.board) return false;
    if (this.family.power === "cell") {
      return this.cellIn() || !this.family.parts.some(({ kind }) => kind === "cell");
    }
    return this.plugged;
  }

  private serves(connector: Connector, fn: string): boolean {
    if (connector.kind === "soldered") return false;
    if (connector.serves) return connector.serves.includes(fn);
    return connector.key === fn || !this.family.functions.some(({ key }) => key === connector.key);
  }

  private touchThere(): boolean {
    if (touchPlace(this.family) === "panel") return true;
    const { glass, display } = this.lines;
    if (display.fresh) return true;
    const sensorAt = this.family.stack.findIndex(
      ({ role }) => role === "touch sensor" || role === "glass with sensor",
    );
    const seam = this.family.seams.find(({ method }) => method !== "peel");
    const seamAt = this.family.stack.findIndex(({ name }) => name === seam?.layer);
    const goesWithGlass = sensorAt >= 0 && sensorAt < seamAt;
    return !goesWithGlass || glass.old || glass.fresh || this.partAtBench;
  }
  partAtBench = false;

  /** Whether a function works at this moment, as somebody who tries it would find. */
  works(fn: string): boolean {
    const { family, truth, lines } = this;
    if (!this.running || !this.hasLiveSupply()) return false;
    if (!lines.display.old && !lines.display.fresh) return false;
    if (!family.connectors.filter((c) => this.serves(c, fn)).every(({ key }) => this.joined[key]))
      return false;
    if (
      !family.parts.every(
        ({ key, kind, serves }) => kind === "liner" || !serves.includes(fn) || this.parts[key] !== "out",
      )
    ) {
      return false;
    }
    if (!this.panelAlive && !lines.display.fresh) return false;
    if (!this.jointSoldered && !lines.display.fresh && family.joint) return false;
    if ((fn === "picture" || fn === "contrast") && !lines.display.fresh) {
      for (const film of ["front", "rear"] as const) {
        if (!lines[film].old && !lines[film].fresh) return false;
      }
    }
    if (fn === "touch") {
      if (!this.touchThere()) return false;
      if (this.sensorAdded && lines.glass.fresh) return true;
      const hasNewGlass = lines.glass.fresh || (!lines.glass.old && this.partAtBench);
      return this.touchAlive || lines.display.fresh || (hasNewGlass && this.newSensor());
    }
    if (truth.deadAtFirst.includes(fn))
      return (
        lines.display.fresh ||
        (fn === "brightness" && this.jointRenewed) ||
        (fn === "contrast" && (lines.front.fresh || lines.rear.fresh))
      );
    return true;
  }
  jointRenewed = false;

  private newSensor(): boolean {
    const sensorAt = this.family.stack.findIndex(
      ({ role }) => role === "touch sensor" || role === "glass with sensor",
    );
    const seam = this.family.seams.find(({ method }) => method !== "peel");
    return sensorAt >= 0 && sensorAt < this.family.stack.findIndex(({ name }) => name === seam?.layer);
  }

  private die(): void {
    this.panelAlive = false;
    if (touchPlace(this.family) === "panel") this.touchAlive = false;
  }

  private dirtyEdge(): void {
    if (this.family.features.some(({ noLiquid }) => noLiquid)) {
      if (!this.driverEdgeUp) this.driverEdgeWet = true;
      if (this.wetEdge > 0) {
        this.wetEdge -= 1;
        this.driverEdgeWet = true;
      }
    }
  }

  private power(): Reaction {
    if (this.driverEdgeWet) return harm("power on a wet edge");
    if (this.atMs < this.wetUntilMs) return harm("power on a wet panel");
    return fine;
  }

  /** Another device in the very same state: what would happen there does not happen here. */
  copy(): Twin {
    const other = new Twin(this.family, this.truth);
    const { piecesOf, exposureS } = this;
    const shared = new Set(["family", "truth", "piecesOf", "exposureS"]);
    const own = Object.fromEntries(Object.entries(this).filter(([name]) => !shared.has(name)));
    Object.assign(other, cloned(own) as object, { piecesOf, exposureS });
    return other;
  }

  /** What hands do, now; what breaks or cannot be done is said. */
  perform(kind: string, data: Readonly<Record<string, unknown>>, atMs: number): Reaction {
    this.atMs = atMs;
    const text = (name: string) => String(data[name]);
    const line = () => this.lines[(data.line ?? data.film) as Line];
    switch (kind) {
      case "job-opened":
      case "damage-marked":
      case "damage-drawn":
      case "question-answered":
      case "held":
      case "released":
      case "noted":
      case "reading-taken":
      case "reading-corrected":
      case "photo-added":
      case "wedge-read":
      case "wire-read":
      case "stack-found":
      case "photo-inspected":
      case "panel-tested":
      case "profile-read":
      case "bubble-marked":
      case "bubble-settled":
      case "residue-marked":
      case "residue-cleared":
      case "handed-over":
      case "signed-for":
      case "customer-told":
      case "certificate-signed":
      case "licence-confirmed":
      case "lot-taken":
      case "dose-chosen":
      case "pattern-chosen":
      case "alloy-chosen":
      case "axis-chosen":
      case "screw-missed":
        return fine;
      case "agreed":
        // After a loss what was at the bench for the old way is put aside.
        if (!this.panelAlive) for (const on of ["film", "new layer", "tape"]) this.linersBy[on] = 0;
        return fine;
      case "heat-chosen": {
        const method = text("method") as HeatMethodKind;
        this.heat = {
          method,
          settings: data.settings as Record<string, number>,
          soakS: Number(data.soakS),
          windowS: data.windowS === null ? null : Number(data.windowS),
          staysOn: method === "wire",
          isCold: method === "freezer",
          thawS: Number(data.thawS ?? 0),
        };
        return fine;
      }
      case "exposure-chosen": {
        const s = (name: string) => Number(data[name]);
        this.exposureS = (zone) =>
          zone === "tack"
            ? s("tackS")
            : zone.startsWith("side")
              ? s("sideTackS")
              : zone.startsWith("edge")
                ? s("edgeS")
                : s("faceS");
        return fine;
      }
      case "solvent-chosen":
        this.solvent = true;
        return fine;
      case "function-tried":
        return this.everOpen ? cannot("it has been open already") : fine;
      case "switched-off":
        this.running = false;
        return fine;
      case "unplugged":
        if (this.running) return harm("pulled while it runs");
        this.plugged = false;
        this.emptyAtMs = atMs + (this.family.dischargeS ?? CAPACITORS_S) * 1_000;
        return fine;
      case "back-rim-warmed": {
        const at = this.outside();
        if (at !== fine) return at;
        if (Number(data.toC) > CELL_C && this.family.power === "cell") return harm("the cell is too hot");
        return this.rimHolds ? fine : cannot("nothing is glued");
      }
      case "back-rim-cut": {
        const at = this.outside();
        if (at !== fine) return at;
        this.rimHolds = false;
        return fine;
      }
      case "screws-taken": {
        const at = this.outside();
        if (at !== fine) return at;
        for (const cell of data.cells as number[]) {
          const hole = Object.keys(this.holes).find((key) => this.holes[Number(key)] === cell);
          if (hole === undefined) return cannot("that screw is not in a hole");
          const holds = this.holdsOf(Number(hole));
          if (holds !== "casing" && !this.casingOpen) return cannot("the casing is in the way");
          this.holes[Number(hole)] = null;
        }
        if (this.truth.lostScrew && this.lostCell === null) this.lostCell = (data.cells as number[])[0]!;
        return fine;
      }
      case "screws-returned": {
        if (this.running) return harm("it runs under the hands");
        for (const { cell, hole } of data.screws as { cell: number; hole: number }[]) {
          if (this.holes[hole] !== null) return cannot("the hole has its screw");
          const holds = this.holdsOf(hole);
          if (holds !== "casing" && !this.casingOpen) return cannot("the casing is in the way");
          if (holds === "casing" && this.casingOpen) return harm("screwed shut over nothing");
          if (holds === "connectors" && !this.allJoined()) return harm("a plate over an open connector");
          const own = screwCells(this.family);
          const screw = own.find((c) => c.cell === cell)!;
          const at = own.find((c) => c.cell === hole)!;
          if (screw.size.lengthMm > at.size.lengthMm + 0.1) return harm("a long screw cracks the panel");
          this.holes[hole] = cell;
        }
        return fine;
      }
      case "screw-found":
        this.lostCell = -1;
        return fine;
      case "casing-opened": {
        const at = this.outside();
        if (at !== fine) return at;
        if (this.screwsIn("casing")) return cannot("screws hold it");
        if (this.rimHolds) return cannot("glue holds it");
        if (this.family.wayIn === "from the front" && !this.isFree("glass"))
          return cannot("the glass holds it");
        this.casingOpen = true;
        this.everOpen = true;
        this.insideClean = false;
        this.shut = false;
        return fine;
      }
      case "isolated": {
        const at = this.outside();
        if (at !== fine) return at;
        if (!this.casingOpen) return cannot("the casing is shut");
        if (this.screwsIn("connectors")) return cannot("a plate lies over it");
        this.board = this.alive;
        return fine;
      }
      case "found-dead":
        if (this.running) return cannot("it runs");
        if (text("result") === "alive") {
          this.alive = false;
          this.board = true;
        } else if (this.board) return harm("taken for dead, and alive");
        return fine;
      case "seated-tried": {
        const at = this.inside();
        if (at !== fine) return at;
        return this.allJoined() ? fine : cannot("a flex is open");
      }
      case "connector-opened":
      case "connector-joined": {
        const at = this.inside();
        if (at !== fine) return at;
        const open = kind === "connector-opened";
        if (this.joined[text("connector")] !== open) return cannot("it is so already");
        if (!open) {
          const wet = this.power();
          if (wet !== fine) return wet;
        }
        if (this.heating) return harm("hands on the heat");
        this.joined[text("connector")] = !open;
        return fine;
      }
      case "supply-joined": {
        const wet = this.power();
        if (wet !== fine) return wet;
        if (!this.casingOpen) return cannot("the casing is shut");
        // What stayed alive was never apart.
        if (this.board && !this.truth.staysAlive) return cannot("it is joined already");
        this.board = true;
        return fine;
      }
      case "plugged-in": {
        const wet = this.power();
        if (wet !== fine) return wet;
        this.plugged = true;
        this.emptyAtMs = Infinity;
        return fine;
      }
      case "switched-on": {
        const wet = this.power();
        if (wet !== fine) return wet;
        if (!this.hasLiveSupply()) return cannot("nothing feeds it");
        this.running = true;
        return fine;
      }
      case "part-taken-out": {
        const at = this.inside();
        if (at !== fine) return at;
        if (this.parts[text("part")] === "out") return cannot("it is out already");
        if (this.family.wayIn === "glass on a frame" && this.screwsIn("module"))
          return cannot("screws hold it");
        this.parts[text("part")] = "out";
        return fine;
      }
      case "part-put-back": {
        const at = this.inside();
        if (at !== fine) return at;
        const part = this.family.parts.find(({ key }) => key === text("part"))!;
        if (this.parts[part.key] !== "out") return cannot("it is in already");
        if (this.heating) return harm("put into the heat");
        this.parts[part.key] = part.goes === "new each time" ? "new" : "in";
        if (part.goes === "new each time") {
          this.addLiners(part.key);
        }
        return fine;
      }
      case "display-set": {
        const at = this.inside();
        if (at !== fine) return at;
        if (this.lines.display.old || !this.partAtBench) return cannot("no new display to lay");
        this.lines.display.fresh = true;
        return fine;
      }
      case "soak-started": {
        if (!this.heat) return cannot("nothing is set");
        if (this.running) return harm("heated while it runs");
        if (this.family.power !== "cell" && this.plugged) return harm("heated while plugged in");
        if (this.isMains && atMs < this.emptyAtMs) return harm("its capacitors are charged");
        if (this.family.wayIn !== "from the front") {
          if (!this.casingOpen) return cannot("the stack is still in its casing");
          if (this.cellIn()) return harm("the cell is heated");
          const harmed = this.heat.isCold ? "frost" : "heat";
          const left = this.family.parts.find(
            ({ key, harmedBy }) => harmedBy.includes(harmed) && this.parts[key] !== "out",
          );
          if (left) return harm(`${left.key} does not bear it`);
          if (this.board || Object.entries(this.joined).some(([, is]) => is))
            return harm("heated with its cables on");
          if (this.screwsIn("module")) return cannot("the module is screwed in");
        }
        if (!this.lines.glass.old) return cannot("the glass is off");
        this.heating = { sinceMs: atMs };
        this.hotNear = !this.heat.isCold;
        return fine;
      }
      case "soak-ended": {
        if (!this.heating || !this.heat) return cannot("it is on no heat");
        const hadS = (atMs - this.heating.sinceMs) / 1_000;
        this.soaks.push({ startedMs: this.heating.sinceMs, stoppedMs: atMs });
        this.heating = null;
        const isWhole = hadS >= 0.97 * this.heat.soakS;
        const softS = isWhole ? (this.heat.windowS ?? 0) : this.softAfterS(this.heat);
        this.softUntilMs = softS > 0 ? atMs + softS * this.truth.windowShare * 1_000 : -Infinity;
        return fine;
      }
      case "strip-cut":
      case "wire-drawn":
      case "glass-popped": {
        const onHeat =
          this.heat?.staysOn && this.heating && atMs - this.heating.sinceMs >= 970 * this.heat.soakS;
        if (!onHeat && atMs > this.softUntilMs) return harm("the glass splinters on hard glue");
        if (!this.lines.glass.old) return cannot("the glass is off");
        this.lines.glass.free.add(text("piece"));
        return fine;
      }
      case "film-peeled": {
        const at = this.inside();
        if (at !== fine) return at;
        if (Object.values(this.joined).some((is) => is)) return harm("peeled with its cable on");
        if (this.hotNear) return harm("solvent at the heat");
        line().free.add(text("piece"));
        this.dirtyEdge();
        return fine;
      }
      case "old-off": {
        const which = text("line") as Line;
        if (which === "display") {
          const at = this.inside();
          if (at !== fine) return at;
          if (this.allAnyJoined()) return harm("a cable tears");
          if (this.screwsIn("module")) return cannot("screws hold it");
        } else {
          if (this.heating) return harm("lifted on the heat");
          if (which === "glass" && this.family.wayIn === "from the front") {
            const at = this.inside();
            if (at !== fine) return at;
            if (this.allAnyJoined()) return harm("a cable tears");
          }
          if (!this.isFree(which)) return harm("lifted while it holds: it breaks");
        }
        const lost = this.family.parts.find(
          ({ key, goes, kind }) =>
            kind !== "liner" && goes === "to the new layer" && this.parts[key] === "in",
        );
        if (lost && (which === "glass" || which === "display"))
          return harm(`${lost.key} goes with the old layer`);
        const face = this.lines[which];
        face.old = false;
        face.dirty = true;
        face.dusty = true;
        face.fresh = false;
        this.partAtBench = false;
        if (which === "glass" && this.heat?.isCold) this.wetUntilMs = atMs + this.heat.thawS * 1_000;
        return fine;
      }
      case "heat-put-away":
        if (this.heating) return cannot("it is on the heat");
        this.hotNear = false;
        return fine;
      case "axis-read":
      case "axis-swept":
      case "up-edge-marked":
        return line().old ? fine : cannot("the old film is gone");
      case "corner-started": {
        const at = this.inside();
        if (at !== fine) return at;
        return line().old ? fine : cannot("the old film is gone");
      }
      case "edge-held-up":
        this.driverEdgeUp = true;
        return this.casingOpen ? fine : cannot("the casing is shut");
      case "edge-seen-dry":
        if (!this.casingOpen) return cannot("nobody sees it");
        if (text("result") === "wet") {
          // It is blown dry.
          this.driverEdgeWet = false;
          return fine;
        }
        return this.driverEdgeWet ? harm("taken for dry, and wet") : fine;
      case "lit-bare":
        return this.running && this.hasLiveSupply() ? fine : cannot("it is dark");
      case "film-cut-out":
        this.axes[text("film")] = Number(data.axisDeg);
        this.addLiners("film");
        return fine;
      case "film-laid": {
        const at = this.inside();
        if (at !== fine) return at;
        return this.lay(line(), true);
      }
      case "film-rubbed":
        return line().fresh ? fine : cannot("no film lies there");
      case "skin-off":
        if (!line().fresh) return cannot("no film lies there");
        this.peel("film", this.linersFor("film") - 1);
        return fine;
      case "glue-cleared":
      case "wiped": {
        const at = this.inside();
        if (at !== fine) return at;
        if (this.hotNear) return harm("solvent at the heat");
        if (atMs < this.wetUntilMs) return harm("wiped while it thaws");
        const face = line();
        if (face.old || face.fresh) return cannot("something covers it");
        this.dirtyEdge();
        if (kind === "glue-cleared") {
          face.dirty = this.glueLeft > 0;
          if (this.glueLeft > 0) this.glueLeft -= 1;
        } else {
          face.dusty = false;
          this.wipedAtMs = atMs;
        }
        return fine;
      }
      case "looked-clean":
        return text("result") === "clean" && line().dirty ? harm("taken for clean, and dirty") : fine;
      case "part-taken":
        if (line().old) return cannot("the old one is still on");
        this.partAtBench = true;
        this.addLiners("new layer");
        return fine;
      case "dry-fitted": {
        const at = this.inside();
        if (at !== fine) return at;
        if (!this.partAtBench) return cannot("no part to try");
        if (text("result") === "fits") return fine;
        this.misfits -= 1;
        this.partAtBench = false;
        this.linersBy["new layer"] = 0;
        return fine;
      }
      case "part-moved":
        if (this.parts[text("part")] !== "out") return cannot("it is not out");
        if (!this.partAtBench) return cannot("there is no new part to move it to");
        this.parts[text("part")] = "moved";
        return fine;
      case "sensor-laminated":
        if (!this.partAtBench || !this.jointSoldered) return cannot("nothing to laminate");
        this.sensorAdded = true;
        return fine;
      case "liquid-laid": {
        const at = this.inside();
        if (at !== fine) return at;
        if (this.allAnyJoined()) return harm("laid with its cables on");
        if (this.lines.glass.old) return cannot("the old glass is on");
        if (this.lines.glass.dirty) return harm("laid on old glue");
        if (this.isDusty()) return harm("laid on dust");
        if (this.laid) return cannot("it is laid already");
        this.laid = true;
        return fine;
      }
      case "lowering-started":
        if (!this.laid) return cannot("no liquid lies there");
        this.loweringSinceMs = atMs;
        return fine;
      case "lowered":
        if (this.loweringSinceMs === null) return cannot("nobody lowers it");
        this.settledAtMs = atMs + Number(data.settleS) * 1_000;
        this.lines.glass.fresh = true;
        return fine;
      case "aligned":
        if (!this.lines.glass.fresh) return cannot("no glass lies there");
        if (this.laid && atMs < this.settledAtMs) return harm("read while it floats");
        this.border =
          Math.max(
            Math.abs(Number(data.rightMm) - Number(data.leftMm)),
            Math.abs(Number(data.bottomMm) - Number(data.topMm)),
          ) / 2;
        return fine;
      case "looked-for-bubbles":
        if (Number(data.bubbles) === 0 && this.bubbles > 0) return harm("taken for clear, and bubbles");
        return this.lines.glass.fresh ? fine : cannot("no glass lies there");
      case "chamber-on":
        return this.lines.glass.fresh ? fine : cannot("no glass lies there");
      case "chamber-off":
        this.bubbles = 0;
        return fine;
      case "film-on-glass":
        return this.partAtBench ? fine : cannot("no glass to lay it on");
      case "in-mould": {
        const at = this.inside();
        if (at !== fine) return at;
        if (this.lines.glass.dirty) return harm("laid on old glue");
        return this.isDusty() ? harm("laid on dust") : fine;
      }
      case "laminator-on":
        return fine;
      case "laminator-off":
        this.lines.glass.fresh = true;
        return fine;
      case "tape-laid": {
        const at = this.inside();
        if (at !== fine) return at;
        const face = this.lines.display.old ? this.lines.glass : this.lines.display;
        if (face.old) return cannot("the old glass is on");
        if (face.dirty) return harm("tape on old tape");
        this.tape = true;
        this.addLiners("tape");
        return fine;
      }
      case "glass-set": {
        const at = this.inside();
        if (at !== fine) return at;
        if (!this.tape) return cannot("no tape holds it");
        if (this.linersOn > 0) return harm("set on its liners");
        this.lines.glass.fresh = true;
        return fine;
      }
      case "lamp-read":
        return fine;
      case "lamp-on":
        if (!this.lines.glass.fresh) return harm("light on bare liquid");
        if (this.lamp) return cannot("the lamp is on");
        if (this.border > 0.5) return harm("cured out of line");
        if (this.bubbles > 0) return harm("cured round a bubble");
        this.lamp = { zone: text("zone"), sinceMs: atMs };
        return fine;
      case "lamp-off":
        if (!this.lamp) return cannot("the lamp is off");
        this.lightS[this.lamp.zone] = (this.lightS[this.lamp.zone] ?? 0) + (atMs - this.lamp.sinceMs) / 1_000;
        this.lamp = null;
        return fine;
      case "seep-wiped":
        return fine;
      case "sheets-photographed": {
        const at = this.inside();
        if (at !== fine) return at;
        return Object.values(this.parts).some((is) => is === "out")
          ? cannot("a sheet is lifted already")
          : fine;
      }
      case "shielded":
        return this.inside();
      case "old-desoldered": {
        const at = this.inside();
        if (at !== fine) return at;
        if (!this.jointFree()) return harm("iron among the sheets");
        this.jointOff = true;
        this.jointSoldered = false;
        return fine;
      }
      case "pins-home":
        return this.jointOff ? this.inside() : cannot("the old one is on");
      case "soldered": {
        const at = this.inside();
        if (at !== fine) return at;
        if (!this.jointOff) return cannot("the old one is on");
        this.jointSoldered = true;
        this.jointRenewed = true;
        return fine;
      }
      case "flux-off":
        return this.inside();
      case "contact-probed":
        return this.jointSoldered ? this.inside() : cannot("nothing is soldered");
      case "function-tested":
        if (!this.running || !this.hasLiveSupply()) return cannot("it is dark");
        if (text("result") === "pass" && !this.works(text("fn"))) return harm("passed, and it does not work");
        if (text("result") === "fail" && this.loose > 0) this.loose = 0;
        return fine;
      case "looked-under":
        if (!this.running) return cannot("it is dark");
        if (text("result") === "clear" && this.specks > 0) return harm("taken for clear, and specks");
        if (text("result") === "specks") this.specks = 0;
        return fine;
      case "inside-wiped":
        this.insideClean = true;
        return this.casingOpen ? fine : cannot("the casing is shut");
      case "liner-peeled":
        return this.peelOne(text("liner"));
      case "liners-counted":
        return Number(data.count) === this.linersOff ? fine : harm("counted wrong");
      case "casing-shut":
        return this.close();
      case "squeeze-started":
      case "squeeze-ended":
        return this.shut ? fine : cannot("it is open");
      case "outside-cleaned":
        return this.shut ? fine : cannot("it is open");
      case "trouble-settled":
        // A joint that is tried again is made again.
        if (text("what") === "joint") [this.shorts, this.opens] = [0, 0];
        if (text("as") === "take it off again") {
          for (const face of Object.values(this.lines)) {
            if (face.fresh) Object.assign(face, { old: true, fresh: false, dirty: true, free: new Set() });
          }
          for (const key of Object.keys(this.parts)) if (this.parts[key] === "moved") this.parts[key] = "in";
          for (const on of ["film", "new layer", "tape"]) this.linersBy[on] = 0;
          for (const zone of Object.keys(this.lightS)) delete this.lightS[zone];
          this.laid = false;
          this.loweringSinceMs = null;
          this.partAtBench = false;
        }
        return fine;
      case "ended":
        return fine;
      default:
        throw new Error(`The twin does not know "${kind}".`);
    }
  }

  wipedAtMs = -Infinity;

  /** How long the glue stays soft after soaks as they really were, the last of them shorter than a first one would have to be. */
  private softAfterS({ method, settings, soakS }: NonNullable<Twin["heat"]>): number {
    const seam = this.family.seams.find(({ method: how }) => isHeatedMethod(how));
    if (!seam) return 0;
    const kept = {
      ...usualSettings(seam, method),
      ...settings,
      method: keptMethod(seam, method, settings),
      soakS,
    };
    return soakAsItIs(this.family, seam, kept, sinceCold(this.soaks), soakS).windowS ?? 0;
  }

  private isDusty(): boolean {
    return (this.atMs - this.wipedAtMs) / 1_000 > DUST_S + 1;
  }

  private lay(face: Face, dry: boolean): Reaction {
    if (face.old) return cannot("the old one is on");
    if (this.allAnyJoined()) return harm("laid with its cables on");
    if (face.dirty) return harm("laid on old glue");
    if (this.isDusty()) return harm("laid on dust");
    if (dry) this.peel("film", 1);
    face.fresh = true;
    return fine;
  }

  private close(): Reaction {
    if (this.running) return harm("shut while it runs");
    if (this.family.power !== "cell" && this.plugged) return harm("shut while plugged in");
    if (!this.casingOpen) return cannot("it is shut");
    const out = Object.entries(this.parts).find(([, is]) => is === "out");
    if (out) return harm(`${out[0]} was forgotten`);
    const open = this.family.connectors.find(({ key, kind }) => kind !== "soldered" && !this.joined[key]);
    if (open) return harm(`${open.key} was left open`);
    if (!this.board) return harm("the supply was left off");
    if (this.screwsOut("connectors") || this.screwsOut("module")) return harm("screws inside were forgotten");
    if (this.linersOn > 0) return harm("a liner was shut in");
    for (const [name, face] of Object.entries(this.lines)) {
      const comesDown = this.family.wayIn === "from the front" && name === "glass" && this.partAtBench;
      if (!face.old && !face.fresh && !comesDown && !this.lines.display.fresh) {
        return harm(`nothing lies where the ${name} was`);
      }
    }
    if (this.family.wayIn === "from the front") {
      const gone = !this.lines.glass.old || !this.lines.display.old;
      if (gone && !this.tape) return harm("no tape holds it");
      if (!this.lines.glass.old) this.lines.glass.fresh = true;
    }
    if (!this.insideClean) return harm("dust was shut in");
    this.casingOpen = false;
    this.shut = true;
    this.rimHolds = this.family.gluedBack;
    if (this.family.wayIn === "from the front") this.lines.glass.free.clear();
    return fine;
  }

  /** Liners left on what lies in or on the device. */
  get linersOn(): number {
    return Object.values(this.linersBy).reduce((sum, count) => sum + count, 0);
  }

  private addLiners(on: string): void {
    this.linersBy[on] = (this.linersBy[on] ?? 0) + this.linersFor(on);
  }

  private peel(on: string, count: number): void {
    this.linersBy[on] = (this.linersBy[on] ?? 0) - count;
    this.linersOff += count;
  }

  private peelOne(liner: string): Reaction {
    const on = this.family.parts.find(({ key }) => key === liner)?.linerOf ?? "new layer";
    if ((this.linersBy[on] ?? 0) <= 0) return cannot("no liner is on");
    this.peel(on, 1);
    return fine;
  }

  private linersFor(on: string): number {
    const own = this.family.parts.filter(({ kind }) => kind === "liner");
    if (on === "film") return own.reduce((sum, { count }) => sum + count, 0);
    return own
      .filter(({ linerOf }) => (linerOf ?? "new layer") === on)
      .reduce((sum, { count }) => sum + count, 0);
  }

  private holdsOf(hole: number): string {
    return screwCells(this.family).find(({ cell }) => cell === hole)!.size.holds;
  }

  private screwsIn(holds: string): boolean {
    return Object.entries(this.holes).some(
      ([hole, screw]) => screw !== null && this.holdsOf(Number(hole)) === holds,
    );
  }

  private screwsOut(holds: string): boolean {
    return Object.entries(this.holes).some(
      ([hole, screw]) => screw === null && this.holdsOf(Number(hole)) === holds,
    );
  }

  private allJoined(): boolean {
    return this.family.connectors.every(({ key, kind }) => kind === "soldered" || this.joined[key]);
  }

  private allAnyJoined(): boolean {
    return this.family.connectors.some(({ key, kind }) => kind !== "soldered" && this.joined[key]);
  }

  private jointFree(): boolean {
    if (this.partAtBench) return true;
    return (
      !this.allAnyJoined() &&
      this.family.parts.every(({ key, kind }) => kind === "liner" || this.parts[key] === "out")
    );
  }

  /** Pieces that hold a line, as the plan drawing has them; asked of whoever plays. */
  piecesOf: (line: Line) => readonly string[] = () => [];

  private isFree(line: Line): boolean {
    const pieces = this.piecesOf(line);
    return pieces.length > 0 && pieces.every((key) => this.lines[line].free.has(key));
  }

  /** The panel is lost here. */
  lose(): void {
    this.die();
  }
}
