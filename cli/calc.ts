import { readFileSync } from "node:fs";
import { calculations, findCalculation, runCalculation, schemasOf } from "../core/calculations.ts";
import { formatFault } from "../core/faults.ts";

const usage = `calc <name> <file.json | ->   runs a calculation and prints its result
calc --list                   names and purposes
calc --schema <name>          JSON Schema of input and result`;

function fail(message: string): never {
  console.error(message);
  process.exit(2);
}

function calculationNamed(name: string) {
  return (
    findCalculation(name) ??
    fail(`There is no calculation called "${name}". There are: ${calculations.map((c) => c.name).join(", ")}`)
  );
}

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);

const [first, second] = process.argv.slice(2);
if (first === "--list") {
  for (const { name, purpose } of calculations) console.log(`${name}\t${purpose}`);
} else if (first === "--schema" && second !== undefined) {
  print(schemasOf(calculationNamed(second)));
} else if (first !== undefined && !first.startsWith("--") && second !== undefined) {
  const calculation = calculationNamed(first);
  let text: string;
  try {
    text = readFileSync(second === "-" ? 0 : second, "utf8");
  } catch (error) {
    fail(`${second} cannot be read: ${(error as Error).message}`);
  }
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    fail(`${second} is not JSON: ${(error as Error).message}`);
  }
  const outcome = runCalculation(calculation, input);
  if (outcome.faults) fail(outcome.faults.map(formatFault).join("\n"));
  print(outcome.result);
} else {
  fail(usage);
}
