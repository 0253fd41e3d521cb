import { stack } from "./en/stack.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("stack", stack);
