import { bond } from "./en/bond.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("bond", bond);
