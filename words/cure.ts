import { cure } from "./en/cure.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("cure", cure);
