import { work } from "./en/work.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("work", work);
