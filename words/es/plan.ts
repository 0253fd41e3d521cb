import type { plan as english } from "../en/plan.ts";
import type { Words } from "../language.ts";

/** What is said in Spanish: plan. */
export const plan: Words<typeof english> = {
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
