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
  "hot-plate": "Plancha caliente",
  "heat-mat": "Manta térmica",
  "hot-air-gun": "Pistola de aire",
  "hair-dryer": "Secadora de pelo",
  "direct-sun": "Sol directo",
  sun: "Sol",
  "deep-freezer": "Congelador",
  "out-of-the-freezer": "Fuera del congelador",
  "wire-on-the-plate": "Alambre en la plancha",
  "draw-the-wire": "Pasa el alambre",
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
  "is-not-told-by-these-readings":
    "no lo dicen estas lecturas: de {low} a {high} W/m²K debe caber en un factor de nueve",
};
