import { readings } from "./en/readings.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("readings", readings);
