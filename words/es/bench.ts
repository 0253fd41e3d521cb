import type { bench as english } from "../en/bench.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: bench. */
export const bench: Words<typeof english> = {
  "hands-now": "Necesitan manos ahora",
  "no-job-needs-hands-now": "Ningún trabajo necesita manos ahora.",
  "waiting-on-a-timer": "Esperan un reloj",
  "no-timer-runs": "No corre ningún reloj.",
  "waiting-on-a-hold": "Retenidos",
  "nothing-is-held": "No hay nada retenido.",
  "the-bench-is-clear": "La mesa está libre",
  "of-jobs-need-hands": "{hands} de {jobs} trabajos necesitan manos",
  "new-job": "Nuevo trabajo",
  "no-answer-from-the-server-shown-as":
    "El servidor no responde. Se muestra lo último que se supo. Los relojes siguen.",
  "no-job-is-open": "No hay trabajos abiertos.",
  "start-one-from-a-family": "Empieza uno desde una familia",
  or: ", o",
  "bring-one-in-from-another-workshop": "trae uno de otro taller",
  "bring-in-a-job-document": "Traer un documento de trabajo",
  window: "ventana",
  wait: "espera",
  left: "quedan {untilMs}",
  "time-is-up": "se acabó el tiempo",
  "overdue-by": "atrasado por",
  "due-in": "para dentro de",
  "find-a-job": "Buscar un trabajo",
  "no-answer-from-the-server-try-again": "El servidor no responde. Intenta otra vez.",
  looking: "Buscando",
  "no-job-has-on-its-ticket": "Ningún trabajo tiene “{wanted}” en su ficha",
  open: "abierto",
  "and-more": "{total} y más",
  all: "Ver {value}",
  "how-it-works": "Cómo funciona",
  "take-it-in": "Recíbelo",
  "pick-its-family-say-what-is-wrong": "Elige su familia. Di qué le pasa.",
  "follow-one-step-at-a-time": "Sigue un paso a la vez",
  "the-screen-says-what-to-do-where":
    "La pantalla dice qué hacer, dónde y cuánto tiempo. Pulsa cuando tus manos lo hayan hecho.",
  "hand-over-the-proof": "Entrega la prueba",
  "times-readings-lots-and-tests-go-on":
    "Tiempos, lecturas, lotes y pruebas pasan al certificado mientras trabajas.",
  "the-times-and-limits-are-a-guide":
    "Los tiempos y límites son una guía. Primero van las hojas de seguridad.",
  ok: "Entendido",
};
