/** What is said in English: plan. */
export const plan = {
  "a-shift-ends-after-it-begins": "must be after fromMin: a shift ends after it begins",
  "is-there-twice": '"{name}" is there twice; each has a name of its own',
  "has-more-steps-than": "must have at most {most} steps in all",
  "there-is-no-station": 'there is no station "{name}"',
  "there-is-nobody-named": 'there is nobody named "{name}"',
  "has-so-many-places": '"{name}" has {many, plural, one {# place} other {# places}}',
  "nobody-works-at": "Nobody in the plan works at {station}.",
  "no-shift-is-long-enough": "No shift is long enough for {durationMin, number} min at {station}.",
  "does-not-fit-into-the-shifts": "The work at {station} does not fit into the shifts.",
  "does-not-end-before-the-pinned": "The work at {station} cannot end before the pinned step after it.",
  "waits-longer-than-it-may": "{station} is not free within {waitMin, number} min of the step before.",
  "pinned-step-clashes":
    "Step {step} at {station} is pinned where it cannot be: {way, select, order {it would begin before the step before it ends} hands {nobody is free for it then} other {its place is taken then}}.",
};
