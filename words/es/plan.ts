import type { plan as english } from "../en/plan.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: plan. */
export const plan: Words<typeof english> = {
  "next-for": "Lo siguiente para {name}: {code}, {station} a las {at}",
  "nothing-for": "Nada para {name} hasta mañana",
  "choose-who-is-at-the-bench": "Di arriba quién está en la mesa.",
  "the-day": "El día",
  "by-station": "Por puesto",
  "by-person": "Por persona",
  "day-before": "Día anterior",
  "day-after": "Día siguiente",
  "no-plan-without-people": "Aquí aún no trabaja nadie. Añade un nombre arriba.",
  "no-open-job": "Ningún trabajo abierto que planificar.",
  "working-out-the-plan": "Calculando el plan",
  "could-not-be-planned": "El plan ha fallado. Carga la página otra vez.",
  "in-time": "{count, plural, =0 {Todo a tiempo} one {1 trabajo con retraso} other {# trabajos con retraso}}",
  "late-by": "{late} de retraso",
  "ready-at": "listo {at}",
  "left-out": "Sin planificar",
  "jobs-in-the-plan": "Trabajos del plan",
  "step-at": "{station}, {from} a {to}",
  by: "por {name}",
  "by-itself": "solo",
  "waits-for":
    "{why, select, nothing {enseguida} step_before {sigue enseguida} step_after {retenido para el paso siguiente} station {esperaba el sitio} hands {esperaba manos} shift {esperaba el horario} other {ya en marcha}}",
  "open-the-job": "Abrir el trabajo",
  "planned-with":
    "Minutos habituales de cada paso, puestos habituales, cada día {hours}. Todos saben hacer todo. Aquí aún no se ha medido nada de esto.",
  "hours-from-to": "de {from} a {to}",
  place: "{station} {place, number}",
  "a-shift-ends-after-it-begins": "debe ser posterior a fromMin: un turno acaba después de empezar",
  "is-there-twice": '"{name}" está dos veces; cada uno tiene su propio nombre',
  "has-more-steps-than": "debe tener como mucho {most} pasos en total",
  "there-is-no-station": 'no hay ningún puesto "{name}"',
  "there-is-nobody-named": 'no hay nadie llamado "{name}"',
  "has-so-many-places": '"{name}" tiene {many, plural, one {# sitio} other {# sitios}}',
  "nobody-works-at": "Nadie del plan trabaja en {station}.",
  "no-shift-is-long-enough": "Ningún turno da para {durationMin, number} min en {station}.",
  "does-not-fit-into-the-shifts": "El trabajo en {station} no cabe en los turnos.",
  "does-not-end-before-the-pinned":
    "El trabajo en {station} no puede acabar antes del paso fijado que le sigue.",
  "waits-longer-than-it-may":
    "{station} no queda libre antes de {waitMin, number} min tras el paso anterior.",
  "pinned-step-clashes":
    "El paso {step} en {station} está fijado donde no puede estar: {way, select, order {empezaría antes de acabar el anterior} hands {nadie está libre entonces} other {su sitio está ocupado entonces}}.",
};
