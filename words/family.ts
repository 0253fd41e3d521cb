import { family } from "./en/family.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("family", family);
