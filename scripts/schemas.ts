import { writeFileSync } from "node:fs";
import { certificateSchema } from "../core/records/job-certificate.ts";
import { asJsonFile } from "../server/formats/json-file.ts";
import { familyDocumentSchema } from "../server/formats/family-document.ts";
import { jobDocumentSchema } from "../server/formats/job-document.ts";

writeFileSync("docs/schemas/family.schema.json", asJsonFile(familyDocumentSchema()));
writeFileSync("docs/schemas/job.schema.json", asJsonFile(jobDocumentSchema()));
writeFileSync("docs/schemas/certificate.schema.json", asJsonFile(certificateSchema()));
