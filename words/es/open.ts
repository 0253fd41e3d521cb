import type { open as english } from "../en/open.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: open. */
export const open: Words<typeof english> = {
  "must-be-a-number-from-30-to": "debe ser un número de 30 a {CELL_MOST_C}",
  "supply-cable": "cable de alimentación",
  to: "{first} a {last}",
  mm: "{thread} × {lengthMm} mm",
  "nobody-has-noted-what": "nadie anotó qué",
  "the-screw-of-cell-is-mm-long":
    "El tornillo de la casilla {cell} mide {lengthMm} mm, el agujero {hole} pide {lengthMm2} mm: {longerMm} mm de más. Debajo: {beneath}.",
  "is-not-a-cell-must-be-a": "{number} no es una casilla: debe ser un número de 1 a {most}.",
  "screw-is-out-already": "El tornillo {number} ya está fuera.",
  "not-out": "no está fuera",
  "back-already": "ya volvió",
  "screw-is": "Tornillo {cell}: {where}.",
  "hole-has-its-screw": "El agujero {hole} tiene su tornillo.",
  "is-more-than-there-are-must-be":
    "{count} es más de lo que hay: debe ser un número de 1 a {left} de {own}.",
  "screw-is-not-in-the-tray": "El tornillo {cell} no está en la bandeja.",
  "screw-is-not-missing": "El tornillo {cell} no falta.",
  "no-screw-is-left-over": "No sobra ningún tornillo.",
  "of-still-out": "{count} de {screwName} aún fuera",
  "of-too-many-back": "{count} de {screwName} de más de vuelta",
  "missing-from": "faltan de {missing}",
  "left-over-with-no-hole": "sobran {leftOver} sin agujero",
};
