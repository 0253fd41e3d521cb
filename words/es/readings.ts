import type { readings as english } from "../en/readings.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: readings. */
export const readings: Words<typeof english> = {
  "mb-must-be-at-most-mb": "{name}: {size} MB debe ser como mucho {LARGEST_FILE} MB",
  "there-are-no-two-columns-in-it":
    "{name}: no tiene dos columnas, así que nada que pueda ser hora y temperatura",
  "readings-over-are-in": "{readings} lecturas en {offsetS} están dentro.",
  column: "Columna {i}",
  "readings-from-a-logger": "Lecturas de un registrador",
  "file-csv-tabs-or-semicolons": "Archivo (CSV, tabuladores o punto y coma)",
  time: "Hora",
  "written-as": "Escrita como",
  seconds: "Segundos",
  "clock-14-03-20": "Reloj, 14:03:20",
  "date-and-time": "Fecha y hora",
  unit: "Unidad",
  decimals: "Decimales",
  "first-row": "Primera fila",
  names: "Nombres",
  "a-reading": "Una lectura",
  after: "Después",
  s: "{offsetS} s",
  row: "Fila {row}: {message}",
  "and-more-rows": "y {length} filas más",
  "bring-in-readings": "Traer {most} lecturas",
  "rows-with-a-fault-stay-out": "Las filas con falla se quedan fuera.",
  "number-of-seconds": "número de segundos",
  "time-such-as-14-03-20": "hora como 14:03:20",
  "date-and-time-such-as-2026-03": "fecha y hora como 2026-03-01T14:03:20",
  "time-is-no": 'Hora: "{timeText}" no es {value}',
  "time-is-before-the-row-above": 'Hora: "{timeText}" es antes de la fila anterior',
  "temperature-must-be-a-number-from-to":
    'Temperatura: "{valueText}" debe ser un número de {bound} a {bound2} °{unit}',
};
