import type { JobState } from "../job/fold.ts";

/** The last look under the glass by photo at this proof, where there was one. */
export const proofPhoto = ({ inspections }: Pick<JobState, "inspections">) =>
  inspections.filter(({ stage }) => stage === "prove").at(-1);
