/** What is said in English: trade. */
export const trade = {
  "broken-glass": "Broken glass",
  "eye-protection-and-cut-resistant":
    "Eye protection and cut-resistant gloves on. Shards go into the sharps bin, never between glass and panel.",
  "hot-plate": "Hot plate",
  "contact-burns-begin-at-about-44-c":
    "Contact burns begin at about 44 °C. No flammable solvent near. Any cell out first.",
  "deep-cold": "Deep cold",
  "insulated-gloves-cold-metal-burns":
    "Insulated gloves: cold metal burns. Cells, motors and cameras stay out of the freezer. No power before the last condensation has gone.",
  solvent: "Solvent",
  "air-moving-no-flame-or-hot-tool": "Air moving. No flame or hot tool near. Read its safety data sheet.",
  "ultraviolet-light": "Ultraviolet light",
  "closed-box-or-covered-skin-and-uv": "Closed box, or covered skin and UV eyewear for everybody near.",
  "lithium-cell": "Lithium cell",
  "isolate-it-before-any-connector-never":
    "Isolate it before any connector. Never pierce it, bend it, or let it pass 60 °C. A swollen cell goes out of the room as local rules say.",
  mains: "Mains",
  "unplug-then-wait-for-the-capacitors":
    "Unplug, then wait for the capacitors. Cold-cathode inverters hold hundreds of volts. Where the law asks for a licence, this is licensed work.",
  "acrylic-adhesive": "Acrylic adhesive",
  "uncured-adhesive-can-sensitise-skin":
    "Uncured adhesive can sensitise skin for life: gloves on, wipe spills at once, read its safety data sheet.",
  "pressure-and-closing-plates": "Pressure and closing plates",
  "door-locked-before-the-pressure-comes":
    "Door locked before the pressure comes on, and not opened before it has gone. Hands out of closing plates. Stay below what the vessel's plate says; where the law says so, it is inspected.",
  "decaying-film": "Decaying film",
  "old-polarizers-give-off-acetic-acid":
    "Old polarizers give off acetic acid: air moving. Hold the glass close to the peel line so that it does not bend.",
  probing: "Probing",
  "power-off-and-isolated-before-the":
    "Power off and isolated before the meter. Fine probes slip: no current into the panel, continuity only.",
  "hot-iron-and-fumes": "Hot iron and fumes",
  "iron-near-380-c-air-near-300": "Fume extraction on. Old solder may hold lead: wash hands.",
  "is-not-a-known-field": "is not a known field",
  "is-missing": "is missing: {message}",
  intake: "Intake",
  open: "Open",
  lift: "Lift",
  clean: "Clean",
  rework: "Rework",
  fit: "Fit",
  bond: "Bond",
  cure: "Cure",
  prove: "Prove",
  close: "Close",
  "must-be-a-number-from-to": "must be a number from {min} to {max}",
  "must-be-a-whole-number-from-to": "must be a whole number from {min} to {max}",
  "must-be-a-text-of-1-to": "must be a text of 1 to {maxLength} characters",
  and: "{words} and {last}",
  "must-be-one-of": "must be one of {allowed}",
  "must-be-a-uuid": "must be a UUID",
  "must-be-a-time-of-day": "must be a time of day from 00:00 to 23:59",
  "must-be-a-date-such-as": "must be a date such as 2026-11-30",
  "must-be-a-time-in-utc-such-as": "must be a time in UTC such as 2026-03-01T08:30:00Z",
  "must-be-of-kind":
    "must be {kind, select, number {a number} int {a whole number} string {text} boolean {true or false} array {a list} object {a group of fields} other {{kind}}}",
  "must-be-at-least":
    "must be at least {least}{of, select, string { characters long} array { in number} other {}}",
  "must-be-at-most":
    "must be at most {most}{of, select, string { characters long} array { in number} other {}}",
  "must-be-written-another-way": "must be written in another way",
} as const;
