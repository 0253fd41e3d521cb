import type { intake as english } from "../en/intake.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: intake. */
export const intake: Words<typeof english> = {
  glass: "Cristal",
  touch: "Táctil",
  picture: "Imagen",
  "tap-along-it-point-by-point": "Toca a lo largo, punto por punto.",
  "tap-round-it-corner-by-corner": "Toca alrededor, esquina por esquina.",
  "drag-from-one-corner-to-the-other": "Arrastra de una esquina a la otra.",
  "drag-from-its-middle-outwards": "Arrastra desde el centro hacia fuera.",
  "tap-where-it-is": "Toca donde está.",
  cm: ", {areaMm2} cm²",
  damage: "Daño",
  "panel-of-from-the-viewers-side-to": "Panel de {code} visto de frente, para dibujar el daño",
  "keys-arrows-move-a-cross-enter-sets":
    "Teclas: las flechas mueven una cruz, Enter pone un punto, Escape lo suelta.",
  "note-on-the-next-mark": "Nota en la marca siguiente",
  "remove-last-point": "Quitar último punto",
  drawn: "{label}: dibujado",
  "marked-damage": "Daño marcado",
  remove: "Quitar",
  crack: "Grieta",
  "missing-shard": "Falta un trozo",
  "dead-touch-zone": "Zona táctil muerta",
  "dark-bleed": "Mancha oscura",
  line: "Línea",
  "bright-pixel": "Píxel brillante",
  "dark-pixel": "Píxel oscuro",
  patch: "Parche",
  tint: "Tinte",
  delamination: "Despegado",
  to: "{fewest} a {most}",
  "points-a-must-have": "{points} puntos; {damage} debe tener {wanted}",
  "must-be-the-three-letters-of-a": "deben ser las tres letras de una moneda, como EUR",
};
