import { z } from "zod";
import { family } from "../../core/stack/family.ts";
import { t } from "../../words/server.ts";

/** A family as one JSON document: what docs/formats.md describes. */
export const familyDocument = z.strictObject({
  format: z.literal("half-lift/family", { error: () => t("must-be-half-lift-family") }),
  version: z.literal(1, { error: () => t("must-be-1-the-only-version-there") }),
  family,
});
export type FamilyDocument = z.output<typeof familyDocument>;

export const familyDocumentSchema = () => z.toJSONSchema(familyDocument, { io: "input" });
