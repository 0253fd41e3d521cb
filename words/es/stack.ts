import type { stack as english } from "../en/stack.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: stack. */
export const stack: Words<typeof english> = {
  "must-be-a-key-lower-case-letters": "debe ser una clave: letras minúsculas, cifras y guiones",
  "must-be-heat-or-frost": "debe ser heat o frost",
  "stands-twice-names-must-differ": '"{value}" está dos veces; los nombres deben ser distintos',
  "must-be-a-code-such-as-ph": "debe ser un código como PH-10",
  "must-be-one-of-12": '"{served}" debe ser uno de {functionKeys}',
  "must-be-one-of-13": '"{material}" debe ser uno de {known}',
  "stands-in-the-library-already": '"{name}" ya está en la biblioteca',
  "places-are-more-than-the-screws-of": "{places} lugares son más que los {count} tornillos de esta medida",
  "must-lie-on-the-back-which-is":
    "{xMm}, {yMm} debe estar en la parte trasera, que es de {widthMm} × {heightMm} mm",
  "must-be-one-of-the-contacts": "{number} debe ser uno de los {contacts} contactos",
  "stands-in-two-nets": "{number} está en dos redes",
  "must-lie-on-the-panel-which-is": '"{label}" debe estar en el panel, que es de {widthMm} × {heightMm} mm',
  "parts-the-stack-and-this-family-does":
    "{route} separa las capas, y esta familia no sobrevive a la separación",
  "must-be-below-maxc-which-is": "{minC} debe ser menor que maxC, que es {maxC}",
  "is-not-one-of-the-layers": '"{layer}" no es una de las capas: {stack}',
  "must-hold-picture-no-repair-without-it": 'debe tener "picture": sin ella no hay reparación',
  "entered-with-the-family": "dado con la familia: {source}",
  "must-be-at-most-half-the-shorter":
    "{cornerRadiusMm} debe ser como mucho la mitad del lado corto, {mostMm}",
  "lies-beyond-the-edge-which-is-long": "{toMm} pasa del borde {edge}, que mide {lengthMm}",
  "must-be-below-tomm-which-is": "{fromMm} debe ser menor que toMm, que es {toMm}",
  "must-lie-on-the-panel-which-is-2":
    "{xMm}, {yMm} debe estar en el panel, que es de {widthMm} × {heightMm} mm",
  "holes-are-kept-with-a-path": "los huecos necesitan un contorno por puntos: un rectángulo no los tiene",
  "a-path-has-its-corners-in-it": "déjalo vacío: las esquinas están en el contorno",
  "the-path-must-begin-at-0": "debe tocar el 0 a la izquierda y arriba; empieza en {left}, {top}",
  "the-path-is-smaller-than-1-mm": "debe medir al menos 1 mm; {side} es {is}",
  "is-not-the-paths-own": "{given} no es lo que mide el contorno, {own}",
  "the-line-meets-itself-or-another-here": "la línea se cruza o se toca aquí, consigo misma o con otra",
  "must-lie-inside-the-outline-and-in": "debe estar dentro del contorno y en ningún otro hueco",
  "is-no-edge-of-this-outline": '"{edge}" no es un borde de este contorno: {known}',
};
