import { yields } from "./en/yield.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("yield", yields);
