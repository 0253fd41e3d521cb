import type { documents as english } from "../en/documents.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: documents. */
export const documents: Words<typeof english> = {
  "bring-in-a-job-document": "Traer un documento de trabajo",
  "document-job-json": "Documento (.job.json)",
  "a-job-that-is-already-here-is":
    "Un trabajo que ya está aquí no se añade dos veces. Un documento con una falla se rechaza, y se muestra la falla.",
  "bring-in-a-family": "Traer una familia",
  "document-family-json": "Documento (.family.json)",
  "a-family-that-is-already-here-gets":
    "Una familia que ya está aquí recibe su versión siguiente; los trabajos conservan la suya. Un documento con una falla se rechaza.",
  "is-here-as-version": "{code} está aquí como versión {version}.",
  "is-in-with-entries": "{code} está dentro, con {added} entradas.",
  "was-here-already-nothing-changed": "{code} ya estaba aquí; no cambió nada.",
  "mb-must-be-at-most-mb": "{size} MB debe ser como mucho {mostMb} MB",
  "cannot-be-read-choose-the-file-again": "no se puede leer. Elige el archivo otra vez.",
  "no-answer-from-the-server-choose-the":
    "el servidor no responde. Elige el archivo otra vez: lo que ya está aquí no se toma dos veces.",
  reading: "Leyendo",
  "open-it": "Abrirlo",
  "refused-nothing-was-changed": "Rechazado; no cambió nada.",
  "and-more": "y {length} más",
};
