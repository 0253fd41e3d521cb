import { records } from "./en/records.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("records", records);
