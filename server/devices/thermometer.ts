/** One value that a thermometer has read. */
export interface ThermometerReading {
  /** ms since 1970. */
  atMs: number;
  valueC: number;
}

/** Something that reads a temperature again and again: a stand-in or a real one behind the same few words. */
export interface Thermometer {
  name: string;
  /** Said on every screen that shows its values. */
  isSimulated: boolean;
  /** How often it reads, ms of the bench's time: silence for a few of these is a loss. */
  everyMs: number;
  /** Begins to read; the function that comes back ends it. */
  start(onReading: (reading: ThermometerReading) => void, onLost: (why: string) => void): () => void;
}
