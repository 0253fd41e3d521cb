import type { trade as english } from "../en/trade.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: trade. */
export const trade: Words<typeof english> = {
  "broken-glass": "Vidrio roto",
  "eye-protection-and-cut-resistant":
    "Protección de ojos y guantes contra cortes. Los trozos, al bote de punzantes, nunca entre cristal y panel.",
  "hot-plate": "Plancha caliente",
  "contact-burns-begin-at-about-44-c":
    "A unos 44 °C empiezan las quemaduras por contacto. Sin solvente inflamable cerca. Toda celda fuera antes.",
  "deep-cold": "Frío extremo",
  "insulated-gloves-cold-metal-burns":
    "Guantes aislantes: el metal frío quema. Celdas, motores y cámaras no van al congelador. No encender hasta que se haya ido la última condensación.",
  solvent: "Solvente",
  "air-moving-no-flame-or-hot-tool":
    "Aire en movimiento. Sin llama ni herramienta caliente cerca. Lee la hoja de seguridad del frasco.",
  "ultraviolet-light": "Luz ultravioleta",
  "closed-box-or-covered-skin-and-uv":
    "Caja cerrada, o piel cubierta y lentes UV para todos los que estén cerca.",
  "lithium-cell": "Celda de litio",
  "isolate-it-before-any-connector-never":
    "Aíslala antes que cualquier conector. Nunca la perfores ni la dobles, ni la pases de 60 °C. Una celda hinchada sale del cuarto como digan las normas locales.",
  mains: "Red eléctrica",
  "unplug-then-wait-for-the-capacitors":
    "Desenchufa y espera a los condensadores. Los inversores de cátodo frío guardan cientos de voltios. Donde la ley pide licencia, es trabajo con licencia.",
  "acrylic-adhesive": "Adhesivo acrílico",
  "uncured-adhesive-can-sensitise-skin":
    "El adhesivo sin curar puede sensibilizar la piel para siempre: guantes, limpia derrames enseguida, lee su hoja de seguridad.",
  "pressure-and-closing-plates": "Presión y platos que cierran",
  "door-locked-before-the-pressure-comes":
    "Puerta con seguro antes de la presión, y no se abre hasta que se haya ido. Manos fuera de platos que cierran. Por debajo de lo que dice la placa del recipiente; donde la ley lo pide, inspeccionado.",
  "decaying-film": "Película que se degrada",
  "old-polarizers-give-off-acetic-acid":
    "Los polarizadores viejos sueltan ácido acético: aire en movimiento. Sujeta el vidrio cerca de la línea de pelado para que no se doble.",
  probing: "Medición con puntas",
  "power-off-and-isolated-before-the":
    "Sin energía y aislado antes del multímetro. Las puntas finas resbalan: sin corriente al panel, solo continuidad.",
  "hot-iron-and-fumes": "Cautín caliente y humos",
  "iron-near-380-c-air-near-300":
    "Extracción de humos. La soldadura vieja puede tener plomo: lávate las manos.",
  "is-not-a-known-field": "no es un campo conocido",
  "is-missing": "falta: {message}",
  intake: "Recepción",
  open: "Apertura",
  lift: "Separación",
  clean: "Limpieza",
  rework: "Retrabajo",
  fit: "Ajuste",
  bond: "Pegado",
  cure: "Curado",
  prove: "Prueba",
  close: "Cierre",
  "must-be-a-number-from-to": "debe ser un número de {min} a {max}",
  "must-be-a-whole-number-from-to": "debe ser un número entero de {min} a {max}",
  "must-be-a-text-of-1-to": "debe ser un texto de 1 a {maxLength} caracteres",
  and: "{words} y {last}",
  "must-be-one-of": "debe ser uno de {allowed}",
  "must-be-a-uuid": "debe ser un UUID",
  "must-be-a-time-of-day": "debe ser una hora del día, de 00:00 a 23:59",
  "must-be-a-date-such-as": "debe ser una fecha como 2026-11-30",
  "must-be-a-time-in-utc-such-as": "debe ser una hora UTC como 2026-03-01T08:30:00Z",
  "must-be-of-kind":
    "debe ser {kind, select, number {un número} int {un número entero} string {texto} boolean {true o false} array {una lista} object {un grupo de campos} other {{kind}}}",
  "must-be-at-least":
    "debe ser {least} como mínimo{of, select, string { en caracteres} array { en cantidad} other {}}",
  "must-be-at-most":
    "debe ser {most} como máximo{of, select, string { en caracteres} array { en cantidad} other {}}",
  "must-be-written-another-way": "debe escribirse de otra forma",
};
