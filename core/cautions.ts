/** Each stands once, at the step where it applies. All defer to data sheets, local codes and licensed practice. */
export const cautions = {
  glass: {
    title: "Broken glass",
    text: "Eye protection and cut-resistant gloves on. Shards go into the sharps bin, never between glass and panel.",
  },
  heat: {
    title: "Hot plate",
    text: "Contact burns begin at about 44 °C. No flammable solvent near. Any cell out first.",
  },
  cold: {
    title: "Deep cold",
    text: "Insulated gloves: cold metal burns. Cells, motors and cameras stay out of the freezer. No power before the last condensation has gone.",
  },
  solvent: {
    title: "Solvent",
    text: "Air moving. No flame or hot tool near. Read the bottle's safety data sheet.",
  },
  uv: {
    title: "Ultraviolet light",
    text: "Closed box, or covered skin and UV eyewear for everybody near.",
  },
  cell: {
    title: "Lithium cell",
    text: "Isolate it before any connector. Never pierce it, bend it, or let it pass 60 °C. A swollen cell goes out of the room as local rules say.",
  },
  mains: {
    title: "Mains",
    text: "Unplug, then wait for the capacitors. Cold-cathode inverters hold hundreds of volts. Where the law asks for a licence, this is licensed work.",
  },
  adhesive: {
    title: "Acrylic adhesive",
    text: "Uncured adhesive can sensitise skin for life: gloves on, wipe spills at once, read its safety data sheet.",
  },
  pressure: {
    title: "Pressure and closing plates",
    text: "Door locked before the pressure comes on, and not opened before it has gone. Hands out of closing plates. Stay below what the vessel's plate says; where the law says so, it is inspected.",
  },
  film: {
    title: "Decaying film",
    text: "Old polarizers give off acetic acid: air moving. Hold the glass close to the peel line so that it does not bend.",
  },
  meter: {
    title: "Probing",
    text: "Power off and isolated before the meter. Fine probes slip: no current into the panel, continuity only.",
  },
  solder: {
    title: "Hot iron and fumes",
    text: "Iron near 380 °C, air near 300 °C, fume extraction on. Old solder may hold lead: wash hands.",
  },
} as const;
export type CautionName = keyof typeof cautions;
