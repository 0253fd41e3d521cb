import type { Words } from "../language.ts";
import type { camera as english } from "../en/camera.ts";

/** What is said in Spanish: camera. */
export const camera: Words<typeof english> = {
  camera: "Cámara",
  "what-the-camera-sees": "Lo que ve la cámara",
  "hold-the-label-in-view": "Pon la etiqueta ante la cámara.",
  "read-a-photo-of-it": "Leer una foto de ella",
  "no-picture": "{name} no es una imagen que este navegador pueda abrir.",
  "try-again": "Reintentar",
  "camera-refused":
    "Este navegador no puede usar la cámara. Permítelo en los ajustes del navegador, o lee una foto.",
  "no-camera": "Aquí no hay cámara. Conecta una, o lee una foto.",
  "camera-busy": "Otro programa usa la cámara. Ciérralo, o lee una foto.",
  "camera-gone": "La cámara se desconectó.",
  "camera-insecure": "Los navegadores no dan cámara a esta dirección. Ábrela por https, o lee una foto.",
  "read-a-label": "Leer una etiqueta",
  "put-the-camera-away": "Guardar la cámara",
};
