import { pages } from "./en/pages.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("pages", pages);
