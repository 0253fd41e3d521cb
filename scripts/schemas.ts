import { writeFileSync } from "node:fs";
import { jobDocumentSchema } from "../server/formats/job-document.ts";

writeFileSync("docs/schemas/job.schema.json", `${JSON.stringify(jobDocumentSchema(), null, 2)}\n`);
