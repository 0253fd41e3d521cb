/** What is said in English: materials. */
export const materials = {
  "leaded-eutectic": "leaded, eutectic",
  "low-temperature-brittle": "low temperature, brittle",
  "swells-acrylic-glue-until-it-rolls-off":
    "Swells acrylic glue until it rolls off; wipes grease. 90 % and up.",
  "driver-edges-cameras-speakers-open": "driver edges, cameras, speakers, open cells",
  nitrile: "Nitrile",
  "vapour-makes-drowsy-and-stings-the": "Vapour makes drowsy and stings the eyes.",
  "the-last-wipe-dries-fast-and-clean": "The last wipe: dries fast and clean.",
  "what-denatures-it-may-be-worse-than":
    "What denatures it may be worse than the alcohol: read its data sheet.",
  "fast-on-cured-glue-and-fingerprints-on": "Fast on cured glue and fingerprints, on bare glass alone.",
  "driver-edges-cameras-plastics-coatings": "driver edges, cameras, plastics, coatings, films, open cells",
  "butyl-rubber-nitrile-swells-within": "Butyl rubber; nitrile swells within minutes",
  "dries-the-skin-out-its-vapour-is": "Dries the skin out; its vapour is heavy and creeps along the bench.",
  "dissolves-optical-adhesive-where": "Dissolves optical adhesive where alcohol only swells it.",
  "driver-edges-cameras-rubber-open-cells": "driver edges, cameras, rubber, open cells; never near hot air",
  "nitrile-latex-lets-it-through": "Nitrile; latex lets it through",
  "harms-the-nerves-of-hands-and-feet":
    "Harms the nerves of hands and feet, for good, well below what is smelt. Take another where one will do.",
  "the-outside-of-finished-glass-never": "The outside of finished glass, never before a bond.",
  "open-seams-driver-edges-connectors": "open seams, driver edges, connectors, cameras",
  "as-its-data-sheet-says": "As its data sheet says.",
  "some-hold-ammonia-not-on-coated-glass":
    "Some hold ammonia: not on coated glass, and not near chlorine bleach.",
} as const;
