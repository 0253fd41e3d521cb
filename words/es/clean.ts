import type { clean as english } from "../en/clean.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: clean. */
export const clean: Words<typeof english> = {
  "glue-left": "Pegamento que queda",
  "drag-a-box-round-glue-left": "Arrastra un cuadro sobre el pegamento que queda.",
  "keys-arrows-move-a-cross-enter-sets":
    "Teclas: las flechas mueven una cruz, Enter fija una esquina y luego la otra.",
  "panel-of-from-the-viewers-side-with": "Panel de {code} visto de frente, con el pegamento que queda",
  "of-the-panel-in-all": "{leftPct} % del panel en total.",
  patch: "Resto {i}, {residuePct} %",
  gone: "Quitado",
  "all-marked-glue-is-gone": "Todo el pegamento marcado está quitado.",
  "nothing-is-marked": "No hay nada marcado.",
  solvent: "Solvente",
  "keep-it-off": "No debe tocar: {keepOff}.",
  gloves: "Guantes",
  "use-limits-waste": "Uso, límites, desecho",
  "flash-point": "Punto de inflamación",
  "does-not-burn": "no arde",
  "autoignition-from": "Se enciende solo desde",
  "limit-whole-day": "Límite, todo el día",
  waste: "Desecho",
  "solvents-by-surface": "Solventes por superficie",
  "which-solvent-is-safe-on-which-surface": "Qué solvente es seguro en qué superficie",
  "surface-and-on-it": "Superficie, y {name} sobre ella",
  "common-practice-and-general-chemistry":
    "Práctica común y química general, sin fuente: prueba primero en un punto oculto y pregunta al fabricante del recubrimiento.",
  ppm: "{value} ppm",
  "over-a-working-day": "En una jornada",
  of: "{ppm} de {ppm2}",
  peak: "Máximo",
  "share-of-the-explosive-limit": "Parte del límite explosivo",
  "at-most-10": "{lowerExplosivePct} %, como mucho 10",
  "something-nearby-is-hot-enough-to": "Algo cercano está tan caliente que puede encenderlo",
  "needs-air-changes-an-hour": "Pide {airChangesNeededPerH} cambios de aire por hora.",
  "enough-air-in": "Aire suficiente en",
  "more-air-than-in": "Más aire del que hay en",
  "the-room-that-is-set-for-this": "el taller según sus ajustes",
  "set-the-room": "Ajustar el taller",
  "air-changes-an-hour": "cambios de aire por hora",
  "enough-air-for-one-wipe-like-this": "Aire suficiente para una limpieza así al día.",
  "needed-an-hour": "Se necesita: {airChangesNeededPerH} por hora.",
  "mixing-1-ideal-10-poor": ", mezcla {mixing} (1 ideal, 10 mala). {value}",
  "right-above-the-cloth-the-vapour-is": "Justo sobre el paño el vapor es más fuerte.",
  "stand-it-with-the-edge-up-nothing":
    "Ponlo de pie con el borde {up} arriba: nada debe correr hacia {label}. Limpia a lo largo de ese borde, luego desde él hacia el borde {towards}.",
  edge: "borde {edge} ({label})",
  "lay-it-flat-must-stay-dry-cloth":
    "Ponlo plano: {listed} debe quedar seco. Paño apenas húmedo, pasadas a lo largo de esos bordes.",
  "must-be-one-of-2": "debe ser uno de {solventNames}",
  "must-be-one-of-or-a-solvents": "debe ser uno de {solventNames}, o los datos propios de un solvente",
  "c-lights-vapour-by-itself-from-c":
    "A {hottestToolC} °C el vapor de {name} se enciende solo (desde {lightsAt} °C): primero apaga el calor y deja enfriar.",
  "c-is-close-to-the-c-at":
    "{hottestToolC} °C está cerca de los {lightsAt} °C a los que {name} se enciende solo.",
  "no-flame-spark-or-hot-tool-until":
    "Sin llama, chispa ni herramienta caliente hasta que el aire se haya limpiado.",
  "over-the-limit-for-a-working-day": "Pasa el límite de una jornada: más aire o menos solvente.",
  "for-a-while-above-the-days-limit":
    "Por un rato pasa el límite del día: ventana abierta, aléjate mientras seca.",
  "more-than-a-tenth-of-what-can":
    "Más de un décimo de lo que puede explotar: no en este cuarto sin más aire.",
  "too-much-before-the-face-for-a-quarter":
    "Demasiado ante la cara en un cuarto de hora: menos en el paño, más aire o un filtro.",
  "at-the-face-for-15-min": "Ante la cara, 15 min",
  "of-it-here-in-the-last-8-h": "{earlierMl} ml de este en el taller en las últimas 8 h, ya contados",
};
