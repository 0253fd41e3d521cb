/** The slabs of the pile: what a move belongs to. In which order a job comes to them follows from its plan. */
export const stageNames = [
  "intake",
  "open",
  "lift",
  "clean",
  "rework",
  "fit",
  "bond",
  "cure",
  "prove",
  "close",
] as const;
export type StageName = (typeof stageNames)[number];

export const stageTitles: Record<StageName, string> = {
  intake: "Intake",
  open: "Open",
  lift: "Lift",
  clean: "Clean",
  rework: "Rework",
  fit: "Fit",
  bond: "Bond",
  cure: "Cure",
  prove: "Prove",
  close: "Close",
};
