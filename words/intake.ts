import { intake } from "./en/intake.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("intake", intake);
