import { people } from "./en/people.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("people", people);
