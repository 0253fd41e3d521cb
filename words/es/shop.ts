import type { shop as english } from "../en/shop.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: shop. */
export const shop: Words<typeof english> = {
  "from-mm": "Desde, mm",
  "below-mm": "Menos de, mm",
  centre: "Centro",
  edge: "Orilla",
  border: "Margen",
  "saved-earlier-inspections-stay-as-they": "Guardado. Las revisiones anteriores quedan como se juzgaron.",
  "so-many-pass-in-each-zone-at":
    "Tantos pasan en cada zona: en el centro, en la orilla, bajo el margen. La orilla son los 8 mm exteriores de lo que no está bajo el margen. Un campo vacío no cuenta, o no tiene tamaño máximo. La tabla usual es supuesta: lo que un comprador acepta a un brazo de distancia.",
  row: "Fila {i}",
  "kinds-of-row": "Tipos de la fila {i}",
  "remove-row": "Quitar la fila {i}",
  "save-the-table": "Guardar la tabla",
  "add-a-row": "Añadir fila",
  "the-usual-table": "La tabla usual",
  "no-answer-from-the-server-press-again": "El servidor no responde: pulsa otra vez.",
  "noted-read-the-new-lamp-with-the": "Anotado. Lee la lámpara nueva con el radiómetro en el próximo curado.",
  "no-lamp-data-yet-two-readings-some":
    "Aún no hay datos de la lámpara. Dos lecturas, con horas de luz entre ellas, muestran cómo envejece.",
  "at-of-new-mw-cm": "Al {nowPct} % de nueva: {nowMwCm2} mW/cm².",
  "yes-ignore-the-old-lamps-readings": "Sí: ignorar las lecturas de la lámpara vieja",
  "new-lamp-fitted": "Lámpara nueva puesta",
  "first-choose-who-is-at-the-bench": "Primero elige quién está en la mesa.",
  "room-m": "Cuarto, m³",
  "length-width-height": "Largo × ancho × alto",
  "air-changes-an-hour": "Cambios de aire por hora",
  "no-fan-0-5-to-2-with": "Sin ventilador 0.5 a 2, con ventilador 4 a 10: práctica común, sin fuente",
  "mixing-1-ideal-to-10-poor": "Mezcla, 1 ideal a 10 mala",
  "3-to-5-where-the-air-sweeps": "3 a 5 donde el aire pasa por la mesa",
  kept: "Guardado.",
  "save-the-room": "Guardar el cuarto",
  "saved-quotations-already-made-stay-as": "Guardado. Las cotizaciones ya hechas quedan como están.",
  currency: "Moneda",
  "three-letters": "Tres letras",
  "an-hour": "Una hora, {currency}",
  "starting-estimate-successes": "Estimación inicial: éxitos",
  "starting-estimate-tries": "Estimación inicial: intentos",
  "used-until-your-own-jobs-count-small":
    "Se usa hasta que cuenten tus propios trabajos. Con números pequeños cuentan antes.",
  save: "Guardar",
};
