import { heat } from "./en/heat.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("heat", heat);
