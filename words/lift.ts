import { lift } from "./en/lift.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("lift", lift);
