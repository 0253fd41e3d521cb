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
} as const;
