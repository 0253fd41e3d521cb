import { readFileSync } from "node:fs";
import { calcCommand } from "./calc-command.ts";

const { status, stdout, stderr } = calcCommand(process.argv.slice(2), (file) =>
  readFileSync(file === "-" ? 0 : file, "utf8"),
);
process.stdout.write(stdout);
process.stderr.write(stderr);
process.exitCode = status;
