import { frame } from "./en/frame.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("frame", frame);
