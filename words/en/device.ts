/** What is said in English: device. */
export const device = {
  "layer-with-add-on-touch": "Layer with add-on touch",
} as const;
