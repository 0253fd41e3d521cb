/** What a pressure chamber says of itself. */
export interface ChamberReading {
  /** ms since 1970. */
  atMs: number;
  barAbs: number;
  chamberC: number;
}

/** A heated pressure chamber: a stand-in or a real one behind the same few words. */
export interface PressureChamber {
  name: string;
  /** Said on every screen that shows its values. */
  isSimulated: boolean;
  everyMs: number;
  /** Begins to tell; the function that comes back ends it. */
  start(onReading: (reading: ChamberReading) => void, onLost: (why: string) => void): () => void;
}
