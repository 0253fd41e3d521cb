import { lots } from "./en/lots.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("lots", lots);
