import { open } from "./en/open.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("open", open);
