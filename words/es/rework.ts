import type { rework as english } from "../en/rework.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: rework. */
export const rework: Words<typeof english> = {
  "soldering-profile": "Perfil de soldadura",
  peak: "Máximo",
  "liquid-for": ", líquida por",
  "rises-by": ", sube",
  "falls-by": ", baja",
  preheat: ", precalienta",
  simulated: "Simulado.",
  "faults-of-the-profile": "Fallas del perfil",
  "within-what-wants": "Dentro de lo que pide {alloy}.",
  "limits-of-are-assumed-follow-the":
    "Los límites de {alloy} son supuestos: sigue la hoja de datos de la pasta.",
  "no-profile-yet-a-thermocouple-under":
    "Aún no hay perfil. Un termopar bajo el flex, fijo con cinta, muestra lo que recibe la unión.",
  "the-thermocouple-is-lost-the-readings":
    "Se perdió el termopar. Las lecturas siguen aquí: para y guarda, o empieza otra vez.",
  "stop-and-save": "Parar y guardar",
  "save-what-was-logged": "Guardar lo registrado",
  "log-it-live": "Registrarlo en vivo",
  "simulated-no-real-thermocouple-is": "Simulado: no hay un termopar real conectado.",
  joint: "Unión",
  "counted-from-the-first-one": "Contado desde la primera.",
  "temperature-of-the-joint-against-time": "Temperatura de la unión según el tiempo",
  "peak-wanted": "máximo deseado",
  "liquid-above": "líquida sobre {inUnit}",
  "must-be-beep-or-silence": "debe ser beep o silence",
  "must-be-one-of-the-contacts": "{number} debe ser uno de los {contacts} contactos",
  "stands-in-two-nets": "{number} está en dos redes",
  "must-not-be-probed-against-itself": "{a} no se prueba contra sí mismo",
  "must-be-one-of-the-contacts-2": "{a} debe ser uno de los {contacts} contactos",
  "a-low-temperature-joint-softens-long":
    "Una unión de baja temperatura ablanda mucho antes de sus {liquidusC} °C: desde ahora, ni plancha a más de 100 °C ni aire caliente cerca. Escríbelo en el panel.",
  "lead-and-bismuth-together-melt-at":
    "Plomo y bismuto juntos funden a unos 96 °C (eutéctico ternario, de memoria): quita todo rastro de la soldadura vieja.",
  "not-known-what-was-there-before-clear":
    "No se sabe qué había antes: quítalo con malla, tómalo por soldadura con plomo y no mezcles.",
  "lead-gloves-or-washed-hands-fumes":
    "Plomo: guantes o manos lavadas, humos extraídos; donde la ley lo prohíbe en lo que se vende, no se usa.",
  "a-low-temperature-paste-low-airflow": "una pasta de baja temperatura, poco aire",
  "low-airflow-the-joint-comes-near-280": "poco aire; la unión llega a casi 280",
  "a-fine-tip-short-contact": "punta fina, contacto corto",
  "a-fine-tip-with-braid": "punta fina, con malla",
  tape: "Cinta",
  "heat-proof-polyimide-tape-over":
    "Cinta de poliimida sobre todo lo que esté a un palmo, doble sobre chips y películas.",
  "its-glue-smells-when-it-is-overheated": "Su pegamento huele si se sobrecalienta: humos extraídos.",
  flux: "Flux",
  "no-clean-flux-thin-again-for-every":
    "Flux sin limpieza, fino; otra vez con cada calor. Límpialo con alcohol isopropílico ya frío.",
  "rosin-fumes-sensitise-the-lungs":
    "El humo de colofonia sensibiliza los pulmones: extracción encendida. El alcohol arde: cautín y aire apagados y fríos antes.",
  paste: "Pasta",
  "paste-keeps-about-six-months-cool-open":
    "la pasta dura unos seis meses en frío; abierta, un día en la mesa",
  "months-cool": "meses en frío",
  "fresh-paste-warmed-to-the-room-before":
    "Pasta {alloy} fresca, a temperatura del taller antes de abrirla, una línea fina por las pistas.",
  "holds-lead-gloves-washed-hands-its-own": "Tiene plomo: guantes, manos lavadas, desecho aparte.",
  "skin-gloves-read-its-safety-data-sheet": "Piel: guantes; lee su hoja de seguridad.",
  "hot-air": "Aire caliente",
  "low-airflow-in-circles-never-still": "Poco aire, en círculos, sin parar; para cuando brille.",
  "above-what-most-vapours-light-at-no":
    "Por encima de lo que enciende casi todo vapor: nada de solvente en la mesa. Quema al tocarlo, también ya apagado.",
  iron: "Cautín",
  "drag-along-the-row-with-braid-over":
    "Arrastra por la fila con malla encima; un segundo en cada pista, luego deja enfriar.",
  "lifts-a-pad-that-is-heated-too":
    "Levanta la pista que se calienta de más. De vuelta a su soporte cada vez.",
  "must-be-after-the-reading-before-it": "{timeS} debe ser después de {timeS2}, la lectura anterior",
  "the-peak-of-c-lies-below-the":
    "El máximo de {peakC} °C está bajo el líquidus de {name}, {liquidusC} °C: no se unió nada.",
  "the-peak-of-c-is-below-it": "El máximo de {peakC} °C está bajo {least}: puede no haber mojado.",
  "liquid-for-s-wanted-at-least": "Líquida por {aboveLiquidusS} s; se quiere al menos {least}.",
  "liquid-for-s-at-most-the-joint":
    "Líquida por {aboveLiquidusS} s; como mucho {most}: la unión se vuelve quebradiza.",
  "the-peak-of-c-is-above-flex": "El máximo de {peakC} °C pasa de {most}: sufren flex y panel.",
  "rises-by-c-a-second-at-most": "Sube {maxRiseCs} °C por segundo; como mucho {riseCs}.",
  "falls-by-c-a-second-at-most": "Baja {maxFallCs} °C por segundo; como mucho {fallCs}.",
  "s-between-and-c-wanted-at-least":
    "{soakS} s entre {fromC} y {toC} °C; se quiere al menos {least}: el flux aún no actuó.",
  "s-between-and-c-at-most-flux": "{soakS} s entre {fromC} y {toC} °C; como mucho {most}: el flux se gastó.",
  seconds: "segundos",
  "must-be-a-contact-or-end": 'debe ser un contacto de 1 a {MOST_CONTACTS}, o "end"',
  "must-be-one-or-several-of": "debe ser uno o varios de: {modes}",
};
