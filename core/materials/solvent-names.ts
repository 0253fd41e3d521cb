/** Solvents of the bench by name, apart from all that is known of them: a page that only names one loads no more. */
export const solventNames: readonly [string, ...string[]] = [
  "isopropyl alcohol",
  "ethanol",
  "acetone",
  "n-hexane",
  "glass cleaner, water-based",
];
