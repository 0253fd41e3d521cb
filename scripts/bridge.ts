import { parseArgs } from "node:util";
import { RegexParser, SerialPort } from "serialport";
import { z } from "zod";
import { describeFaults } from "../core/faults.ts";
import { printedUnit } from "../core/readings/line-form.ts";
import { readingKindNames } from "../core/records/reading.ts";
import { bounded, boundedWhole, oneOf } from "../core/units.ts";
import { LineSender } from "./line-sender.ts";

const HELP = `Reads an instrument that prints lines and posts them to the shop.

npm run bridge -- <port> --job <code> --who <key> --quantity <what> [options]

  <port>        the serial port, such as /dev/ttyUSB0
  --job         the job that the readings belong to
  --who         the key of the technician who answers for them
  --quantity    ${readingKindNames.join(", ")}
  --shop        the shop's address (http://127.0.0.1:4321)
  --example     a line as it is printed; learned from the first line where it is left out
  --number      which number of the line is the reading, from 0
  --unit        the unit that is printed, where the line does not say it
  --baud        9600
  --every       at most one reading in so many seconds (1)

The environment variable SHOP_TOKEN holds the token that an owner made for this machine, under People.`;

const asked = z.strictObject({
  job: z.string(),
  who: z.string(),
  quantity: oneOf(readingKindNames),
  shop: z.url().default("http://127.0.0.1:4321"),
  example: z.string().optional(),
  number: z.coerce.number().pipe(boundedWhole(0, 50)).optional(),
  unit: printedUnit().optional(),
  baud: z.coerce.number().pipe(boundedWhole(110, 4_000_000)).default(9_600),
  every: z.coerce.number().pipe(bounded(0, 3_600)).default(1),
});

const names = Object.keys(asked.shape);
const { values, positionals } = parseArgs({
  args: process.argv.slice(2),
  allowPositionals: true,
  options: {
    help: { type: "boolean" },
    ...Object.fromEntries(names.map((name) => [name, { type: "string" as const }])),
  },
});
const [path] = positionals;
const { help, ...told } = values;
if (help === true || path === undefined) {
  console.log(HELP);
  process.exit(help === true ? 0 : 2);
}
const parsed = asked.safeParse(told);
if (!parsed.success) {
  for (const fault of describeFaults(parsed.error, told)) console.error(`--${fault.path}: ${fault.message}`);
  process.exit(2);
}

const { shop, job, who, quantity, baud, every, ...reading } = parsed.data;
const sender = new LineSender(
  { shop, job, who, quantity, token: process.env.SHOP_TOKEN },
  { ...reading, everyS: every },
  (words) => console.log(words),
);
const port = new SerialPort({ path, baudRate: baud });
port
  .pipe(new RegexParser({ regex: /[\r\n]+/ }))
  .on("data", (line: unknown) => sender.take(String(line), Date.now()));
port.on("open", () => console.log(`Reading ${path} at ${baud} baud.`));
port.on("error", (error) => {
  console.error(`${path}: ${error.message}`);
  process.exit(1);
});
port.on("close", () => {
  console.error(`${path} is gone.`);
  process.exit(1);
});
