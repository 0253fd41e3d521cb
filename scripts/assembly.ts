import { writeFileSync } from "node:fs";
import { assemblies, embedded, embeddedIn } from "./assemblies.ts";

for (const name of assemblies) writeFileSync(embeddedIn(name), embedded(name));
