/** What is said in English: yield. */
export const yields = {
  "must-be-a-day-or-a-time": "must be a day such as 2026-11-30 or a time such as 2026-03-01T08:30:00Z",
  "must-be-a-setting": "must be a number, true, false or a text of up to 80 characters",
  "must-be-true-or-false": "must be true or false",
  "has-more-settings-than": "must have at most {most} settings",
};
