import type { jobs as english } from "../en/jobs.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: jobs. */
export const jobs: Words<typeof english> = {
  "no-job": "Ningún trabajo",
  "find-a-job": "Buscar un trabajo",
  "code-customer-serial-number-fault": "Código, cliente, número de serie, falla, familia",
  "what-the-records-say": "Registros",
  "new-job": "Nuevo trabajo",
  state: "Estado",
  any: "Cualquiera",
  family: "Familia",
  repair: "Reparación",
  order: "Orden",
  "newest-first": "Más nuevos primero",
  "due-first": "Los que vencen antes",
  "used-lot": "Usó el lote {lot}",
  "show-all-jobs": "Ver todos los trabajos",
  "no-answer-from-the-server-shown-as": "El servidor no responde. Se muestra lo último que se supo.",
  "no-job-matches-all-of-that-use": "Ningún trabajo cumple todo eso. Usa menos palabras.",
  "no-job-has-been-opened-here-yet": "Aún no se ha abierto ningún trabajo aquí.",
  "show-more": "Ver más",
  open: "Abrir",
  "overdue-by": "atrasado por",
  "due-in": "para dentro de",
  "no-date": "sin fecha",
  "first-version": "primera versión",
  "more-than-jobs": "Más de {total} trabajos",
  "jobs-in-all": "{total, plural, one {1 trabajo} other {# trabajos}}",
  "not-asked-for": "No se buscó: {text}",
  "no-label-here": "Esa no es la etiqueta de un trabajo, una pieza ni un lote.",
  "not-fetched-for": "sin recoger desde hace {time}",
};
