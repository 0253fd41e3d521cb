import { prove } from "./en/prove.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("prove", prove);
