import { linesNow } from "../../../../core/device/ask.ts";
import type { LineKey } from "../../../../core/device/line.ts";
import { FacePlan } from "../FacePlan.tsx";
import type { InstrumentProps } from "../instrument.ts";

/** The face as it comes free, the piece at hand outlined. */
export function FaceInstrument({ scene, data }: InstrumentProps) {
  const line = (data.line as LineKey | undefined) ?? linesNow(scene)[0] ?? "glass";
  return <FacePlan scene={scene} line={line} now={(data.piece as string | undefined) ?? null} />;
}
