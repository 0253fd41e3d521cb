import { plan } from "./en/plan.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("plan", plan);
