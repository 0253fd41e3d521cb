import type { device as english } from "../en/device.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: device. */
export const device: Words<typeof english> = {
  "layer-with-add-on-touch": "Capa con táctil añadido",
};
