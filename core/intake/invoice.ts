import { z } from "zod";
import { routeNow } from "../device/ask.ts";
import { familyRoute, repairRoutes } from "../device/routes.ts";
import type { Scene } from "../device/scene.ts";
import { quotedRoute } from "../route/route-options.ts";
import { bounded, boundedWhole } from "../units.ts";
import { t } from "../../words/route.ts";

/** How this shop numbers its invoices, and the tax that it adds; what it quotes is without tax. */
export const invoiceTerms = z.strictObject({
  taxPct: bounded(0, 100),
  prefix: z.string().regex(/^[A-Z0-9-]{0,12}$/, { error: () => t("must-be-capitals-digits-hyphens") }),
  nextNumber: boundedWhole(1, 999_999_999),
});
export type InvoiceTerms = z.output<typeof invoiceTerms>;

/** The figures of an invoice, as they stood when it was made. Money in the minor unit of the currency. */
export const invoice = z.strictObject({
  number: z.string(),
  issuedAt: z.iso.datetime(),
  job: z.string(),
  family: z.string(),
  customer: z.string(),
  serial: z.string(),
  route: z.enum(repairRoutes),
  currency: z.string(),
  netMinor: z.int(),
  taxPct: z.number(),
  taxMinor: z.int(),
  totalMinor: z.int(),
  /** Hours that were counted with, and those between one press and the next; null where nobody can say. */
  hours: z.strictObject({ quoted: z.number().nullable(), worked: z.number().nullable() }),
  used: z.array(
    z.strictObject({
      what: z.string(),
      quantity: z.number(),
      unit: z.string(),
      lot: z.string().nullable(),
    }),
  ),
});
export type Invoice = z.output<typeof invoice>;

/** A price with its tax, which is rounded to the minor unit, half up. */
export const withTax = (netMinor: number, taxPct: number): number =>
  netMinor + Math.round((netMinor * taxPct) / 100);

/**
 * What is to be paid for a job that has ended: what was agreed last, with tax. Null where nothing was agreed, or the job did not come to what was
 * agreed. Tax is rounded to the minor unit, half up.
 */
export function invoiceFigures(
  scene: Scene,
  taxPct: number,
):
  | (Pick<Invoice, "route" | "currency" | "netMinor" | "taxPct" | "taxMinor" | "totalMinor" | "used"> & {
      quotedHours: number | null;
    })
  | null {
  const { intake, bond } = scene.state;
  const agreed = intake.agreements.filter(({ answer }) => answer === "yes").at(-1);
  if (intake.ended?.outcome !== "repaired" || !agreed || agreed.route !== routeNow(scene)) return null;
  const totalMinor = withTax(agreed.priceMinor, taxPct);
  const quoted = agreed.quoted?.options.find(({ name }) => quotedRoute(name) === familyRoute(agreed.route));
  return {
    route: agreed.route,
    currency: agreed.currency,
    netMinor: agreed.priceMinor,
    taxPct,
    taxMinor: totalMinor - agreed.priceMinor,
    totalMinor,
    used: bond.spent.map(({ what, quantity, unit, lot }) => ({ what, quantity, unit, lot })),
    quotedHours: quoted?.hours ?? null,
  };
}
