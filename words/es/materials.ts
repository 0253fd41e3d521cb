import type { materials as english } from "../en/materials.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: materials. */
export const materials: Words<typeof english> = {
  "leaded-eutectic": "con plomo, eutéctica",
  "low-temperature-brittle": "baja temperatura, quebradiza",
  "swells-acrylic-glue-until-it-rolls-off":
    "Hincha el pegamento acrílico hasta que se enrolla; quita grasa. 90 % o más.",
  "driver-edges-cameras-speakers-open": "bordes con drivers, cámaras, altavoces, celdas abiertas",
  nitrile: "Nitrilo",
  "vapour-makes-drowsy-and-stings-the": "El vapor adormece y pica los ojos.",
  "the-last-wipe-dries-fast-and-clean": "La última limpieza: seca rápido y limpio.",
  "what-denatures-it-may-be-worse-than":
    "Lo que lo desnaturaliza puede ser peor que el alcohol: lee su hoja de datos.",
  "fast-on-cured-glue-and-fingerprints-on": "Rápida con pegamento curado y huellas, solo en vidrio desnudo.",
  "driver-edges-cameras-plastics-coatings":
    "bordes con drivers, cámaras, plásticos, recubrimientos, películas, celdas abiertas",
  "butyl-rubber-nitrile-swells-within": "Caucho butilo; el nitrilo se hincha en minutos",
  "dries-the-skin-out-its-vapour-is": "Reseca la piel; su vapor es pesado y se arrastra por la mesa.",
  "dissolves-optical-adhesive-where": "Disuelve el adhesivo óptico donde el alcohol solo lo hincha.",
  "driver-edges-cameras-rubber-open-cells":
    "bordes con drivers, cámaras, goma, celdas abiertas; nunca cerca de aire caliente",
  "nitrile-latex-lets-it-through": "Nitrilo; el látex lo deja pasar",
  "harms-the-nerves-of-hands-and-feet":
    "Daña los nervios de manos y pies, para siempre, mucho antes de que se huela. Toma otro si sirve.",
  "the-outside-of-finished-glass-never": "El exterior del cristal terminado, nunca antes de pegar.",
  "open-seams-driver-edges-connectors": "líneas abiertas, bordes con drivers, conectores, cámaras",
  "as-its-data-sheet-says": "Como diga su hoja de datos.",
  "some-hold-ammonia-not-on-coated-glass":
    "Algunos tienen amoniaco: no en vidrio recubierto, ni cerca de blanqueador con cloro.",
};
