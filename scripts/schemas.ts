import { writeFileSync } from "node:fs";
import { certificateSchema } from "../core/records/job-certificate.ts";
import { familyDocumentSchema } from "../server/formats/family-document.ts";
import { jobDocumentSchema } from "../server/formats/job-document.ts";

writeFileSync("docs/schemas/family.schema.json", `${JSON.stringify(familyDocumentSchema(), null, 2)}\n`);
writeFileSync("docs/schemas/job.schema.json", `${JSON.stringify(jobDocumentSchema(), null, 2)}\n`);
writeFileSync("docs/schemas/certificate.schema.json", `${JSON.stringify(certificateSchema(), null, 2)}\n`);
