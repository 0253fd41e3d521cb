import { practice } from "./en/practice.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("practice", practice);
