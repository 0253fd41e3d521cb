import { practice, valueOf, memory, type MaterialValue } from "../materials/materials.ts";
import type { AlloyName } from "../materials/alloys.ts";

/** One line of the recipe: what is set, its usual value and bounds, and what may go wrong with it. */
export interface RecipeLine {
  what: string;
  value: MaterialValue | null;
  unit: string;
  how: string;
  hazard: string;
}

/** How a joint is made with an alloy: tape, flux, paste, air and iron. Common practice where no other source is named. */
export function recipeOf(alloy: AlloyName): RecipeLine[] {
  const isLow = alloy === "Sn42Bi58";
  const air = isLow
    ? valueOf(220, 200, 260, practice("a low-temperature paste, low airflow"))
    : valueOf(290, 260, 320, practice("low airflow; the joint comes near 280"));
  const iron = isLow
    ? valueOf(280, 250, 320, practice("a fine tip, short contact"))
    : valueOf(380, 350, 400, practice("a fine tip, with braid"));
  return [
    {
      what: "Tape",
      value: null,
      unit: "",
      how: "Heat-proof polyimide tape over everything within a hand's breadth, twice over chips and films.",
      hazard: "Its glue smells when it is overheated: fumes drawn off.",
    },
    {
      what: "Flux",
      value: null,
      unit: "",
      how: "No-clean flux, thin; again for every heat. Clean it off with isopropyl alcohol once it is cold.",
      hazard:
        "Rosin fumes sensitise the lungs: extraction on. Alcohol burns: iron and air off and cold first.",
    },
    {
      what: "Paste",
      value: valueOf(6, 3, 12, memory("paste keeps about six months cool; open, a day at the bench")),
      unit: "months cool",
      how: `Fresh ${alloy} paste, warmed to the room before it is opened, one thin line along the pads.`,
      hazard:
        alloy === "Sn63Pb37"
          ? "Holds lead: gloves, washed hands, its own waste."
          : "Skin: gloves; read its safety data sheet.",
    },
    {
      what: "Hot air",
      value: air,
      unit: "°C",
      how: "Low airflow, in circles, never still; stop when it shines.",
      hazard:
        "Above what most vapours light at: no solvent on the bench. It burns at a touch, also after it is off.",
    },
    {
      what: "Iron",
      value: iron,
      unit: "°C",
      how: "Drag along the row with braid over it; a second on each pad, then let it cool.",
      hazard: "Lifts a pad that is heated too long. Back into its stand each time.",
    },
  ];
}
