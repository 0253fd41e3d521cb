import { bench } from "./en/bench.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("bench", bench);
