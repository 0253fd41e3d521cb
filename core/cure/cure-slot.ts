import type { Edge } from "../stack/panel-geometry.ts";

/** Where the lamp stands for one exposure. */
export type Zone = "tack" | `side ${Edge}` | `face ${number}` | `edge ${Edge}`;

export interface Exposure {
  tackS: number;
  sideTackS: number;
  faceS: number;
  edgeS: number;
  /** How many places the lamp stands at over the face. */
  places: number;
  irradianceMwCm2: number;
  requiredMjCm2: number;
}

export interface CureSlot {
  lamp: {
    irradianceMwCm2: number;
    from: "hand" | "simulated" | "logger";
    seq: number;
    id: string;
    atMs: number;
  } | null;
  exposure: Exposure | null;
  /** The zone that is lit, and since when. */
  lit: { zone: Zone; sinceMs: number } | null;
  /** Seconds of light that each zone has had. */
  hadS: Readonly<Partial<Record<Zone, number>>>;
  seepWiped: boolean;
}
