import { jobs } from "./en/jobs.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("jobs", jobs);
