import { rework } from "./en/rework.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("rework", rework);
