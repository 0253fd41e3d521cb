import type { cure as english } from "../en/cure.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: cure. */
export const cure: Words<typeof english> = {
  "light-at-the-glue-line-of-to":
    "Luz en la línea de pegado de {code}: {minMwCm2} a {maxMwCm2} mW/cm², el margen en sombra",
  "by-the-shops-own-readings-the-lamp": "Según las lecturas del taller, la lámpara está al",
  "of-new": "de nueva",
  "instead-of": "en vez de",
  "it-is-steady": "Está estable.",
  never: "nunca",
  "it-will-be-at-half-after-h": "Llegará a la mitad tras {hours} h de luz ({hours2} a {value}).",
  "new-lamp-fitted": "¿Lámpara nueva?",
  "air-absorbs-none-of-it": "el aire no absorbe nada",
  "the-family-it-blocks-light-below-nm": "la familia: bloquea la luz por debajo de {blocksBelowNm} nm",
  "nobody-has-said-what-lets-through": "nadie ha dicho qué deja pasar {material}: se toma como nada",
  "the-cover-stops-nm-cure-at-nm": "El cristal detiene {nm} nm: cura con {listed} nm.",
  "no-lamp-cures-through-this-cover-from":
    "Ninguna lámpara cura a través de este cristal: solo desde el lado.",
  "give-either-lamps-or-irradiancemwcm2": "da lamps o irradianceMwCm2, uno de los dos",
  "leaves-no-open-area-must-be-below": "{widthMm} no deja zona abierta; debe ser menor que {widthMm2}",
  "gives-too-many-points-for-this-panel":
    "{gridMm} da demasiados puntos para este panel y sus lámparas; debe ser al menos {leastMm}",
  "must-be-at-least-readings": "debe haber al menos {LEAST_READINGS} lecturas",
  "must-be-of-at-least-two-different": "debe ser de al menos dos horas distintas",
  "must-be-tack-a-side-or-edge": "debe ser tack, un lado o borde ({edges}), o un lugar de la cara",
  "a-face-that-shines-has-both-sides": "hace falta: una cara que brilla tiene ancho y alto",
  "belongs-to-a-lamp-taken-as-a-point": "es de una lámpara tomada como punto; esta tiene lados",
  "is-too-near-for-so-large-a-face": "{zMm} es demasiado cerca para una cara tan grande: sube la lámpara",
  "lamp-stands-too-near-to-be-a-point":
    "Lámpara {number}: a {zMm} mm está a menos de {times} veces su cara de {faceMm} mm. Indica su ancho y su alto.",
};
