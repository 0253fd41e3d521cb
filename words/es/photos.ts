import type { photos as english } from "../en/photos.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: photos. */
export const photos: Words<typeof english> = {
  "looking-for-the-panel-in-both": "Buscando el panel en ambas.",
  "no-panel-stands-out-in-one-of":
    "En una de ellas no resalta ningún panel: arrastra sus esquinas y luego alinea.",
  "they-could-not-be-aligned-both-photos": "No se pudieron alinear. Ambas fotos siguen aquí.",
  "a-photo-could-not-be-read-both": "Una foto no se pudo leer. Ambas siguen en el trabajo.",
  "as-they-were-taken": "Como se tomaron",
  "align-on-the-panel": "Alinear sobre el panel",
  "where-they-differ": "Dónde difieren",
  "of-the-panel-differs": "Difiere {changedPct} % del panel.",
  "where-the-two-photos-differ": "Dónde difieren las dos fotos",
  photos: "Fotos",
  "take-a-photo": "Tomar una foto",
  "choose-photos": "Elegir fotos",
  "compare-two": "Comparar dos",
  "photos-on-their-way": "Fotos en camino",
  sending: "Enviando {name}",
  "leave-out": "Dejar fuera {name}",
  "photo-of": "Foto de {code}: {about}",
  "no-photo-yet-place-and-device-are": "Aún no hay fotos. Lugar y aparato se quitan de cada foto.",
  "tick-two-to-compare-them": "Marca dos para compararlas.",
  beside: "{about} junto a {about2}",
  close: "Cerrar",
  "this-browser-cannot-read-it-as-a": "Este navegador no puede leerla como imagen.",
  "this-browser-cannot-keep-it-stay-on":
    "Este navegador no puede guardarla: quédate en esta página hasta que se envíe.",
  "look-under-the-glass-in-it": "Buscar bajo el vidrio en ella, tomada",
  "looked-through-found":
    "{found, plural, =0 {Revisada: nada encontrado} one {Revisada: # defecto} other {Revisada: # defectos}}",
};
