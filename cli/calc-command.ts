import { calculations, findCalculation, runCalculation, schemasOf } from "../core/calculations.ts";
import { formatFault } from "../core/faults.ts";

const usage = `calc <name> <file.json | ->   runs a calculation and prints its result
calc --list                   names and purposes
calc --schema <name>          JSON Schema of input and result`;

/** What is printed, and where: a result on the standard output with status 0, a fault on the other with status 2. */
export interface CommandOutcome {
  status: 0 | 2;
  stdout: string;
  stderr: string;
}

const printed = (stdout: string): CommandOutcome => ({ status: 0, stdout, stderr: "" });
const refused = (stderr: string): CommandOutcome => ({ status: 2, stdout: "", stderr: `${stderr}\n` });
const asJson = (value: unknown) => printed(`${JSON.stringify(value, null, 2)}\n`);
const unknown = (name: string) =>
  refused(
    `There is no calculation called "${name}". There are: ${calculations.map((c) => c.name).join(", ")}`,
  );

/**
 * The command line of the calculations.
 *
 * @param args what stands after the command's name
 * @param read gives the text of a file; "-" is the standard input; throws where it cannot be read
 */
export function calcCommand(args: readonly string[], read: (file: string) => string): CommandOutcome {
  const [first, second] = args;
  if (first === "--list")
    return printed(calculations.map(({ name, purpose }) => `${name}\t${purpose}\n`).join(""));
  if (first === undefined || second === undefined) return refused(usage);
  if (first === "--schema") {
    const calculation = findCalculation(second);
    return calculation ? asJson(schemasOf(calculation)) : unknown(second);
  }
  if (first.startsWith("--")) return refused(usage);
  const calculation = findCalculation(first);
  if (!calculation) return unknown(first);
  let text: string;
  try {
    text = read(second);
  } catch (error) {
    return refused(`${second} cannot be read: ${(error as Error).message}`);
  }
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return refused(`${second} is not JSON: ${(error as Error).message}`);
  }
  const outcome = runCalculation(calculation, input);
  return outcome.faults ? refused(outcome.faults.map(formatFault).join("\n")) : asJson(outcome.result);
}
