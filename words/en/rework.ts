/** What is said in English: rework. */
export const rework = {
  "soldering-profile": "Soldering profile",
  peak: "Peak",
  "liquid-for": ", liquid for",
  "rises-by": ", rises by",
  "falls-by": ", falls by",
  preheat: ", preheat",
  simulated: "Simulated.",
  "faults-of-the-profile": "Faults of the profile",
  "within-what-wants": "Within what {alloy} wants.",
  "limits-of-are-assumed-follow-the": "Limits of {alloy} are assumed: follow the paste's data sheet.",
  "no-profile-yet-a-thermocouple-under":
    "No profile yet. A thermocouple under the flex, taped down, shows what the joint gets.",
  "the-thermocouple-is-lost-the-readings":
    "The thermocouple is lost. The readings are still here: stop and save, or start again.",
  "stop-and-save": "Stop and save",
  "save-what-was-logged": "Save what was logged",
  "log-it-live": "Log it live",
  "simulated-no-real-thermocouple-is": "Simulated: no real thermocouple is connected.",
  joint: "Joint",
  "counted-from-the-first-one": "Counted from the first one.",
  "temperature-of-the-joint-against-time": "Temperature of the joint against time",
  "peak-wanted": "peak wanted",
  "liquid-above": "liquid above {inUnit}",
  "must-be-beep-or-silence": "must be beep or silence",
  "must-be-one-of-the-contacts": "{number} must be one of the {contacts} contacts",
  "stands-in-two-nets": "{number} stands in two nets",
  "must-not-be-probed-against-itself": "{a} must not be probed against itself",
  "must-be-one-of-the-contacts-2": "{a} must be one of the {contacts} contacts",
  "a-low-temperature-joint-softens-long":
    "Softens below {liquidusC} °C: no plate above 100 °C, no hot air near it. Write it on the panel.",
  "lead-and-bismuth-together-melt-at":
    "Lead and bismuth together melt at about 96 °C (ternary eutectic, from memory): clear every trace of the old solder.",
  "not-known-what-was-there-before-clear": "Unknown before: braid off, take as leaded.",
  "lead-gloves-or-washed-hands-fumes":
    "Lead: gloves or washed hands, fumes drawn off; where the law forbids it in what is sold, it is not used.",
  "a-low-temperature-paste-low-airflow": "a low-temperature paste, low airflow",
  "low-airflow-the-joint-comes-near-280": "low airflow; the joint comes near 280",
  "a-fine-tip-short-contact": "a fine tip, short contact",
  "a-fine-tip-with-braid": "a fine tip, with braid",
  tape: "Tape",
  "heat-proof-polyimide-tape-over":
    "Heat-proof polyimide tape over everything within a hand's breadth, twice over chips and films.",
  "its-glue-smells-when-it-is-overheated": "Its glue smells when it is overheated: fumes drawn off.",
  flux: "Flux",
  "no-clean-flux-thin-again-for-every":
    "No-clean flux, thin; again for every heat. Clean it off with isopropyl alcohol once it is cold.",
  "rosin-fumes-sensitise-the-lungs":
    "Rosin fumes sensitise the lungs: extraction on. Alcohol burns: iron and air off and cold first.",
  paste: "Paste",
  "paste-keeps-about-six-months-cool-open": "paste keeps about six months cool; open, a day at the bench",
  "months-cool": "months cool",
  "fresh-paste-warmed-to-the-room-before":
    "Fresh {alloy} paste, warmed to the room before it is opened, one thin line along the pads.",
  "holds-lead-gloves-washed-hands-its-own": "Holds lead: gloves, washed hands, its own waste.",
  "skin-gloves-read-its-safety-data-sheet": "Skin: gloves; read its safety data sheet.",
  "hot-air": "Hot air",
  "low-airflow-in-circles-never-still": "Low airflow, in circles, never still; stop when it shines.",
  "above-what-most-vapours-light-at-no":
    "Above what most vapours light at: no solvent on the bench. It burns at a touch, also after it is off.",
  iron: "Iron",
  "drag-along-the-row-with-braid-over":
    "Drag along the row with braid over it; a second on each pad, then let it cool.",
  "lifts-a-pad-that-is-heated-too": "Lifts a pad that is heated too long. Back into its stand each time.",
  "must-be-after-the-reading-before-it": "{timeS} must be after {timeS2}, the reading before it",
  "the-peak-of-c-lies-below-the":
    "The peak of {peakC} °C lies below the liquidus of {name}, {liquidusC} °C: nothing is joined.",
  "the-peak-of-c-is-below-it": "The peak of {peakC} °C is below {least}: it may not have wetted.",
  "liquid-for-s-wanted-at-least": "Liquid for {aboveLiquidusS} s; wanted at least {least}.",
  "liquid-for-s-at-most-the-joint": "Liquid for {aboveLiquidusS} s; at most {most}: the joint grows brittle.",
  "the-peak-of-c-is-above-flex": "The peak of {peakC} °C is above {most}: flex and panel suffer.",
  "rises-by-c-a-second-at-most": "Rises by {maxRiseCs} °C a second; at most {riseCs}.",
  "falls-by-c-a-second-at-most": "Falls by {maxFallCs} °C a second; at most {fallCs}.",
  "s-between-and-c-wanted-at-least":
    "{soakS} s between {fromC} and {toC} °C; wanted at least {least}: flux has not worked yet.",
  "s-between-and-c-at-most-flux": "{soakS} s between {fromC} and {toC} °C; at most {most}: flux is spent.",
  seconds: "seconds",
  "must-be-a-contact-or-end": 'must be a contact from 1 to {MOST_CONTACTS}, or "end"',
  "must-be-one-or-several-of": "must be one or several of: {modes}",
} as const;
