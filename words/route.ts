import { route } from "./en/route.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("route", route);
