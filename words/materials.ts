import { materials } from "./en/materials.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("materials", materials);
