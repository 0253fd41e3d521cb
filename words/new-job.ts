import { newJob } from "./en/new-job.ts";
import { speakerOf } from "./speaker.ts";

export const t = speakerOf("new-job", newJob);
