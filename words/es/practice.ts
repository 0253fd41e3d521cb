import type { Words } from "../language.ts";
import type { practice as english } from "../en/practice.ts";

/** What is said in Spanish: practice. */
export const practice: Words<typeof english> = {
  "this-is-practice": "Práctica. Nada de esto es un trabajo real.",
  "practise-the-torch": "Practicar: curar con una lámpara de mano",
  "give-every-place": "Da a cada punto {dose, number} mJ/cm². Bajo la lámpara: {reading, number} mW/cm².",
  "least-so-far": "Mínimo hasta ahora: {percent} %. {seconds, number} s.",
  "time-so-far": "{seconds, number} s. Pulsa Listo cuando cada punto tenga su dosis.",
  "every-place-had": "Cada punto tuvo su dosis, en {seconds, number} s.",
  "place-had":
    "Perdido: a {x} mm de la izquierda y {y} mm de arriba llegaron {had, number} de {limit, number} mJ/cm².",
  "fingers-had":
    "Perdido: tus dedos recibieron {had, number} mJ/cm². La piel puede recibir {limit, number} al día.",
  "well-swept": "Filas parejas, hasta pasar cada borde. Repítelo con el mapa oculto.",
  "keep-fingers-out":
    "Da la vuelta justo después del borde inferior: la luz pasó sobre la mano que sujeta el panel.",
  "go-over-the-edges": "Ve en filas parejas, a unos 18 mm, y sal 8 mm de cada borde.",
  "how-it-is-done":
    "Pulsa y arrastra para barrer. Con teclas: las flechas mueven la lámpara, Espacio la enciende. Luego pulsa Listo.",
  "field-label":
    "Panel en la mesa. Pulsa y arrastra para barrer con la lámpara; o flechas para moverla y Espacio para encenderla.",
  fingers: "dedos",
  "fingers-so-far": "Tus dedos hasta ahora: {had, number} de {limit, number} mJ/cm².",
  "it-is-done": "Listo",
  "a-good-hand": "Una buena mano",
  "look-at-second": "A los {second, number} s",
  level: "Nivel",
  "level-seen": "Mapa visible",
  "level-unseen": "Mapa oculto",
  speed: "Velocidad",
  times: "{times} ×",
  seed: "Número de panel",
  "seed-must-be": "El número de panel debe ser un entero de 1 a {most, number}.",
  start: "Empezar",
  again: "El mismo panel otra vez",
  "another-panel": "Otro panel",
  "not-kept": "El servidor no responde: este intento no cuenta.",
  "so-many-went-well":
    "{level}: {won} de tus últimos {tried} salieron bien. Probable: de {low} a {high} de 100.",
  "uv-caution":
    "En una mesa real: gafas UV y guantes puestos, mangas bajadas. Sigue los datos de seguridad de la lámpara y del adhesivo.",
};
