/** What is said in Spanish: yield. */
export const yields = {
  "must-be-a-day-or-a-time": "debe ser un día como 2026-11-30 o una hora como 2026-03-01T08:30:00Z",
  "must-be-a-setting": "debe ser un número, true, false o un texto de hasta 80 caracteres",
  "must-be-true-or-false": "debe ser true o false",
  "has-more-settings-than": "debe tener como mucho {most} ajustes",
};
