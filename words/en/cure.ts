/** What is said in English: cure. */
export const cure = {
  "light-at-the-glue-line-of-to":
    "Light at the glue line of {code}: {minMwCm2} to {maxMwCm2} mW/cm², the border in shadow",
  "by-the-shops-own-readings-the-lamp": "By the shop's own readings the lamp is at",
  "of-new": "of new",
  "instead-of": "instead of",
  "it-is-steady": "It is steady.",
  never: "never",
  "it-will-be-at-half-after-h": "It will be at half after {hours} h of light ({hours2} to {value}).",
  "new-lamp-fitted": "New lamp fitted?",
} as const;
