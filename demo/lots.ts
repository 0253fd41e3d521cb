import type { Lot } from "../core/materials/shelf-lot.ts";

const DAY_MS = 86_400_000;

/** What is on the shelf of Gull Wharf Panel Room, by the day of loading: most in date, one bottle just past it. */
export function demoLots(nowMs: number): Lot[] {
  const day = (days: number) => new Date(nowMs + days * DAY_MS).toISOString().slice(0, 10);
  const liquid = "UV-curing liquid optical adhesive";
  return [
    {
      kind: "adhesive",
      lot: "LA-113",
      material: liquid,
      expiresOn: day(-12),
      openedOn: day(-60),
      openDays: 90,
      quantity: 100,
      costMinor: 6200,
    },
    {
      kind: "adhesive",
      lot: "LA-127",
      material: liquid,
      expiresOn: day(140),
      openedOn: day(-20),
      openDays: 90,
      quantity: 250,
      costMinor: 14500,
    },
    {
      kind: "adhesive",
      lot: "LT-018",
      material: "thin UV-curing liquid optical adhesive",
      expiresOn: day(95),
      openedOn: null,
      openDays: 90,
      quantity: 50,
      costMinor: 5200,
    },
    {
      kind: "film",
      lot: "AF-042",
      material: "optical adhesive film",
      expiresOn: day(60),
      openedOn: null,
      openDays: null,
      quantity: 20,
      costMinor: 9000,
    },
    ...(
      [
        ["25-090", "clear", -25],
        ["25-118", "clear", 40],
        ["26-031", "clear", 210],
        ["26-044", "clear", 260],
        ["26-047", "with reflector", 270],
        ["26-052", "with hard coat", 290],
      ] as const
    ).map(([lot, kind, days]): Lot => ({
      kind: "film",
      lot,
      material: `polarizer film, ${kind}`,
      expiresOn: day(days),
      openedOn: null,
      openDays: null,
      quantity: 1,
      costMinor: 2600,
    })),
    {
      kind: "tape",
      lot: "TF-301",
      material: "perimeter tape, foam",
      expiresOn: day(400),
      openedOn: day(-200),
      openDays: null,
      quantity: 66_000,
      costMinor: 1900,
    },
    {
      kind: "solvent",
      lot: "IP-77",
      material: "isopropyl alcohol",
      expiresOn: day(300),
      openedOn: day(-15),
      openDays: null,
      quantity: 1_000,
      costMinor: 900,
    },
    {
      kind: "solvent",
      lot: "ET-12",
      material: "ethanol",
      expiresOn: null,
      openedOn: null,
      openDays: null,
      quantity: 500,
      costMinor: 1100,
    },
  ];
}
