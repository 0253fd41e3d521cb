import type { heat as english } from "../en/heat.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: heat. */
export const heat: Words<typeof english> = {
  "s-in-steps-on-cells-is-too":
    "{durationS} s en {steps} pasos sobre {cells} celdas es demasiado para seguir; debe ser como mucho {mostS} s, o la malla más gruesa, o los puntos más lentos",
  "gives-cells-must-be-so-large-that":
    "{gridMm} da {cells} celdas; debe ser tan grande que haya como mucho {MOST_CELLS}",
  "must-be-platecontactwm2k-airfilmwm2k": 'debe ser "plateContactWm2K", "airFilmWm2K" o contactAfterLayer',
  "must-be-a-face-or-a-layer-with-a-share": "debe ser una cara, o una capa con una parte de su grosor",
  "errors-repeat-one-another": "Las lecturas seguidas se equivocan igual: actúa algo que el modelo no tiene.",
  "thermocouple-follows-later-than": "El termopar reacciona más tarde de {mostLagS} s: revisa cómo toca.",
  "thermocouple-reads-off-by": "El termopar se desvía {offsetC} K: compruébalo en agua con hielo.",
  "is-not-one-of-the-faces": '"{where}" no es una de las caras: {faces}',
  "must-be-within-the-phases-which-last": "{timeS} debe estar dentro de las fases, que duran {totalS} s",
  "stands-nowhere-in-the-input-so-it": "{nameOf} no está en los datos, así que no se puede ajustar",
  "stands-twice": "{nameOf} está dos veces",
  "readings-unknowns-must-have-at-least":
    "{readings} lecturas; {fit} incógnitas deben tener al menos {length3}",
  "entered-with-the-family-no-source": "dado con la familia, sin fuente",
  "off-the-heat": "Fuera del calor",
  "back-on-the-heat": "De vuelta al calor",
  "hot-plate": "Plancha caliente",
  "80-to-100-c-a-bare-handheld":
    "80 a 100 °C; una pantalla suelta de mano tarda 1 a 2 min a 97 °C y luego da unos 30 s",
  "lay-it-on-the-plate": "Ponlo en la plancha.",
  "heat-mat": "Manta térmica",
  "85-c-under-a-whole-device-5": "85 °C bajo un equipo entero: 5 a 10 min",
  "lay-it-on-the-mat-and-cover": "Ponlo en la manta y cúbrelo.",
  "hot-air-gun": "Pistola de aire",
  "round-the-edges-never-still-2-to": "por los bordes, sin parar: 2 a 3 min",
  "gun-round-the-edges-never-still": "Pistola por los bordes, sin parar.",
  "hair-dryer": "Secadora de pelo",
  "round-the-edges-5-to-6-min": "por los bordes: 5 a 6 min, casi el doble que con pistola",
  "dryer-round-the-edges-never-still": "Secadora por los bordes, sin parar.",
  "direct-sun": "Sol directo",
  sun: "Sol",
  "half-an-hour-for-a-whole-device": "media hora para un equipo entero, cara arriba, sin viento",
  "face-up-into-the-sun-out-of": "Cara arriba al sol, sin viento.",
  "deep-freezer": "Congelador",
  "bare-screen-everything-else-out-about":
    "pantalla sola, todo lo demás fuera, unos 4 min; descongela unos 10 min antes de encender",
  "bare-screen-into-the-freezer": "Pantalla sola al congelador.",
  "out-of-the-freezer": "Fuera del congelador",
  "back-into-the-freezer": "De vuelta al congelador",
  "wire-on-the-plate": "Alambre en la plancha",
  "held-on-a-plate-at-100-c":
    "sujeto en una plancha a 100 °C, marco cortado antes, alambre desde una esquina",
  "hold-it-down-on-the-plate": "Sujétalo en la plancha.",
  "draw-the-wire": "Pasa el alambre",
  "let-it-warm-again": "Deja que caliente otra vez",
  "is-not-one-of-the-layers": '"{name}" no es una de las capas: {names}',
  "stands-twice-names-must-differ": '"{name}" está dos veces; los nombres deben ser distintos',
  "is-the-last-layer-nothing-lies-under": '"{afterLayer}" es la última capa: no hay nada debajo',
  "has-two-contacts": '"{afterLayer}" tiene dos contactos',
  "must-be-below-maxc-which-is": "{minC} debe ser menor que maxC, que es {maxC}",
  "gives-more-than-outputs-over-s-must":
    "{outputEveryS} da más de {MOST_OUTPUTS} salidas en {totalS} s; debe ser al menos {totalS2}",
  "is-brittle": "es quebradizo",
  "must-be-given-from-there-on-the": "debe darse: desde ahí el pegamento {value}",
  "the-runs-through-its-band-without-ever": "La capa {layer} pasa por su rango sin estar nunca entera en él.",
  "the-gets-no-than-at-this-setting":
    "La capa {layer} no llega a estar más {value} que {degrees} con este ajuste, le faltan {degrees2} para {degrees3}.",
  "the-would-reach-before-the-is-ready":
    "La capa {layer} llegaría a {degrees} antes de que {layer2} esté lista: {reached} K más allá de su límite de {degrees2}.",
  "left-on-the-heat-the-passes-its":
    "Si sigue al calor, la capa {layer} pasa su límite {windowS} s después de que {layer2} esté lista; el corte tarda {cutS} s.",
  "the-window-of-s-is-gone-on":
    "La ventana de {widestS} s se pierde de camino a la mesa, que tarda {handlingS} s.",
  "it-would-take-more-than-returns-to": "Pediría más de {MOST_PASSES} vueltas al calor.",
  source: "{kind}: {text}",
};
