import type { ComponentType, LazyExoticComponent, ReactNode } from "react";
import { lazyPart } from "../../ui/lazy-part.ts";
import type { InstrumentProps } from "./instrument.ts";

export type Shown = InstrumentProps & { form: ReactNode };

export interface Instrument {
  View: LazyExoticComponent<ComponentType<Shown>>;
  /** It records the answer itself: no fields and buttons stand under it. */
  asks: boolean;
}

const view = <Name extends string>(load: () => Promise<Record<Name, ComponentType<Shown>>>, name: Name) =>
  lazyPart(load, name);

const shows = (View: Instrument["View"]): Instrument => ({ View, asks: false });
const asks = (View: Instrument["View"]): Instrument => ({ View, asks: true });

const stack = shows(view(() => import("./instruments/StackInstrument.tsx"), "StackInstrument"));
const part = shows(view(() => import("./instruments/PartInstrument.tsx"), "PartInstrument"));
const panel = shows(view(() => import("./instruments/PanelInstrument.tsx"), "PanelInstrument"));
const face = shows(view(() => import("./instruments/FaceInstrument.tsx"), "FaceInstrument"));
const heat = shows(view(() => import("./instruments/HeatInstrument.tsx"), "HeatInstrument"));
const screws = shows(view(() => import("./instruments/ScrewInstrument.tsx"), "ScrewInstrument"));
const connector = shows(view(() => import("./instruments/ConnectorInstrument.tsx"), "ConnectorInstrument"));
const power = shows(view(() => import("./instruments/PowerInstrument.tsx"), "PowerInstrument"));
const pattern = shows(view(() => import("./instruments/PatternInstrument.tsx"), "PatternInstrument"));
const tape = shows(view(() => import("./instruments/TapeInstrument.tsx"), "TapeInstrument"));
const sheet = shows(view(() => import("./instruments/SheetInstrument.tsx"), "SheetInstrument"));
const look = shows(view(() => import("./instruments/LookInstrument.tsx"), "LookInstrument"));
const bubbles = shows(view(() => import("./instruments/BubbleInstrument.tsx"), "BubbleInstrument"));
const lamp = view(() => import("./instruments/LampInstrument.tsx"), "LampInstrument");
const certificate = shows(
  view(() => import("./instruments/CertificateInstrument.tsx"), "CertificateInstrument"),
);

/** The view that a move wants; the stack from the side where it names none. */
const byKind: Readonly<Record<string, Instrument>> = {
  "damage-drawn": shows(view(() => import("./instruments/DamageInstrument.tsx"), "DamageInstrument")),
  "function-tried": panel,
  "question-answered": panel,
  agreed: asks(view(() => import("./instruments/AgreeInstrument.tsx"), "AgreeInstrument")),
  "screws-taken": screws,
  "screws-returned": screws,
  "screw-found": screws,
  "connector-opened": connector,
  "connector-joined": connector,
  "switched-off": power,
  unplugged: power,
  isolated: power,
  "found-dead": power,
  "seated-tried": power,
  "supply-joined": power,
  "plugged-in": power,
  "switched-on": power,
  "part-put-back": part,
  "heat-chosen": heat,
  "soak-started": heat,
  "soak-ended": heat,
  "strip-cut": face,
  "wire-drawn": face,
  "glass-popped": face,
  "film-peeled": face,
  "corner-started": face,
  "old-off": face,
  "solvent-chosen": asks(view(() => import("./instruments/SolventInstrument.tsx"), "SolventInstrument")),
  "alloy-chosen": asks(view(() => import("./instruments/SolderInstrument.tsx"), "SolderInstrument")),
  "contact-probed": asks(view(() => import("./instruments/ContactInstrument.tsx"), "ContactInstrument")),
  "lot-taken": asks(view(() => import("./instruments/LotInstrument.tsx"), "LotInstrument")),
  "dose-chosen": shows(view(() => import("./instruments/DoseInstrument.tsx"), "DoseInstrument")),
  "pattern-chosen": pattern,
  "liquid-laid": pattern,
  "lowering-started": pattern,
  lowered: pattern,
  aligned: asks(view(() => import("./instruments/BorderInstrument.tsx"), "BorderInstrument")),
  "tape-laid": tape,
  "liner-peeled": tape,
  "squeeze-started": tape,
  "squeeze-ended": tape,
  "film-on-glass": sheet,
  "in-mould": sheet,
  "laminator-on": sheet,
  "laminator-off": sheet,
  "looked-clean": look,
  "looked-under": look,
  "looked-for-bubbles": bubbles,
  "chamber-on": bubbles,
  "chamber-off": bubbles,
  "lamp-read": asks(lamp),
  "exposure-chosen": shows(lamp),
  "lamp-on": shows(lamp),
  "lamp-off": shows(lamp),
  "axis-read": asks(view(() => import("./instruments/AxisInstrument.tsx"), "AxisInstrument")),
  "axis-chosen": asks(view(() => import("./instruments/FilmDialInstrument.tsx"), "FilmDialInstrument")),
  "film-cut-out": asks(view(() => import("./instruments/CutFilmInstrument.tsx"), "CutFilmInstrument")),
  "customer-told": certificate,
  "certificate-signed": certificate,
  ended: certificate,
};

export const instrumentOf = (kind: string): Instrument => byKind[kind] ?? stack;
