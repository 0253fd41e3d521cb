import { close } from "./en/close.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("close", close);
