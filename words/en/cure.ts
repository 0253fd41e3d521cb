/** What is said in English: cure. */
export const cure = {
  "light-at-the-glue-line-of-to":
    "Light at the glue line of {code}: {minMwCm2} to {maxMwCm2} mW/cm², the border in shadow",
  "by-the-shops-own-readings-the-lamp": "By the shop's readings the lamp is at",
  "of-new": "of new",
  "instead-of": "instead of",
  "it-is-steady": "It is steady.",
  never: "never",
  "it-will-be-at-half-after-h": "It will be at half after {hours} h of light ({hours2} to {value}).",
  "new-lamp-fitted": "New lamp fitted?",
  "air-absorbs-none-of-it": "air absorbs none of it",
  "the-family-it-blocks-light-below-nm": "the family: it blocks light below {blocksBelowNm} nm",
  "nobody-has-said-what-lets-through": "nobody has said what {material} lets through: taken as nothing",
  "the-cover-stops-nm-cure-at-nm": "The cover stops {nm} nm: cure at {listed} nm.",
  "no-lamp-cures-through-this-cover-from": "No lamp cures through this cover: from the side only.",
  "give-either-lamps-or-irradiancemwcm2": "give either lamps or irradianceMwCm2, one of the two",
  "leaves-no-open-area-must-be-below": "{widthMm} leaves no open area; must be below {widthMm2}",
  "gives-too-many-points-for-this-panel":
    "{gridMm} gives too many points for this panel and its lamps; must be at least {leastMm}",
  "must-be-at-least-readings": "must be at least {LEAST_READINGS} readings",
  "must-be-of-at-least-two-different": "must be of at least two different hours",
  "must-be-tack-a-side-or-edge": "must be tack, a side or edge ({edges}), or a place of the face",
  "a-face-that-shines-has-both-sides": "must be given: a face that shines has a width and a height",
  "belongs-to-a-lamp-taken-as-a-point": "belongs to a lamp that is taken as a point; this one has sides",
  "is-too-near-for-so-large-a-face": "{zMm} is too near for so large a face: raise the lamp",
  "lamp-stands-too-near-to-be-a-point":
    "Lamp {number}: at {zMm} mm it is nearer than {times} times its face of {faceMm} mm. Give its width and height.",
} as const;
