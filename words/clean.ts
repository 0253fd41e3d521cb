import { clean } from "./en/clean.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("clean", clean);
