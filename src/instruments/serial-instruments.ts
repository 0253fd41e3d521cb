import { useSyncExternalStore } from "react";
import { keptValue, LONGEST_LINE, type LearnedLine } from "../../core/readings/line-form.ts";
import { readingFault, type ReadingKind } from "../../core/records/reading.ts";
import { readKept, setKept } from "../ui/browser-kept.ts";

/** How an instrument at this station is read: kept in this browser, chosen once. */
export interface InstrumentSettings {
  baudRate: number;
  /** Null until a line was chosen. */
  learned: LearnedLine | null;
}

/** An instrument on a serial port, as it stands. */
export interface JoinedInstrument {
  settings: InstrumentSettings;
  status: "joining" | "joined" | "lost";
  /** What it last printed, newest last. */
  lines: readonly string[];
  /** What its last line of the learned form says, as the record keeps it. */
  last: { value: number; atMs: number } | null;
  /** Why it was lost or could not be joined. */
  why: string | null;
}

const MOST_LINES = 5;
const keyOf = (quantity: ReadingKind) => `half-lift instrument ${quantity}`;

const joined = new Map<ReadingKind, { state: JoinedInstrument; leave: () => void }>();
const listeners = new Set<() => void>();
const told = () => listeners.forEach((listener) => listener());

export const keptSettings = (quantity: ReadingKind): InstrumentSettings =>
  readKept<InstrumentSettings>(keyOf(quantity)) ?? { baudRate: 9_600, learned: null };

/** Whether this browser reaches serial ports at all: over HTTPS or on this machine, and not in every browser. */
export const reachesPorts = (): boolean => typeof navigator !== "undefined" && "serial" in navigator;

function change(quantity: ReadingKind, more: Partial<JoinedInstrument>): void {
  const one = joined.get(quantity);
  if (!one) return;
  one.state = { ...one.state, ...more };
  told();
}

/** Keeps how this station's instrument is read, and reads what it prints next like that. */
export function changeSettings(quantity: ReadingKind, settings: InstrumentSettings): void {
  setKept(keyOf(quantity), settings);
  const one = joined.get(quantity);
  if (one) change(quantity, { settings, last: readingOf(quantity, settings, one.state.lines.at(-1) ?? "") });
}

function readingOf(quantity: ReadingKind, { learned }: InstrumentSettings, line: string) {
  const value = learned && keptValue(quantity, learned, line);
  if (value === null) return null;
  return readingFault(quantity, value) === null ? { value, atMs: Date.now() } : null;
}

function take(quantity: ReadingKind, line: string): void {
  const one = joined.get(quantity);
  if (!one || line.trim() === "") return;
  const { state } = one;
  const last = readingOf(quantity, state.settings, line) ?? state.last;
  change(quantity, { status: "joined", lines: [...state.lines.slice(1 - MOST_LINES), line.trim()], last });
}

/** Asks which port it is on, opens it and reads its lines until it is left or lost. */
export async function join(quantity: ReadingKind): Promise<void> {
  leave(quantity);
  const settings = keptSettings(quantity);
  const port = await navigator.serial.requestPort().catch(() => null);
  // Nobody chose one.
  if (port === null) return;
  let isLeft = false;
  let reader: ReadableStreamDefaultReader<string> | null = null;
  joined.set(quantity, {
    state: { settings, status: "joining", lines: [], last: null, why: null },
    leave: () => {
      isLeft = true;
      void reader?.cancel().catch(() => undefined);
    },
  });
  told();
  try {
    await port.open({ baudRate: settings.baudRate });
    const decoder = new TextDecoderStream();
    const piped = port
      .readable!.pipeTo(decoder.writable as WritableStream<Uint8Array>)
      .catch(() => undefined);
    reader = decoder.readable.getReader();
    let rest = "";
    for (let part = await reader.read(); !part.done && !isLeft; part = await reader.read()) {
      const lines = (rest + part.value).split(/[\r\n]+/);
      rest = lines.pop()!.slice(-LONGEST_LINE);
      for (const line of lines) take(quantity, line);
    }
    await piped;
    if (!isLeft) change(quantity, { status: "lost", why: null });
  } catch (error) {
    if (!isLeft) change(quantity, { status: "lost", why: (error as Error).message });
  } finally {
    await port.close().catch(() => undefined);
  }
}

export function leave(quantity: ReadingKind): void {
  joined.get(quantity)?.leave();
  joined.delete(quantity);
  told();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** The instrument that reads this quantity at this station; null where none is joined. */
export const useInstrument = (quantity: ReadingKind): JoinedInstrument | null =>
  useSyncExternalStore(
    subscribe,
    () => joined.get(quantity)?.state ?? null,
    () => null,
  );
