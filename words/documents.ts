import { documents } from "./en/documents.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("documents", documents);
