import { readFile } from "node:fs/promises";
import { parseArgs } from "node:util";
import { sealText, verifyDocument, verifyPdf, type Verified } from "../server/certificates/seal.ts";
import { verifiedText, verifyAll } from "../server/certificates/verify-all.ts";
import { connect } from "../server/db/pool.ts";
import { readEnvironment } from "../server/environment.ts";

const usage = `verify GW-1161-certificate.json|pdf …    whether each is as it was signed, to the byte; nothing is asked of any server
  --key NAME     the shop's key as it stands under People: any other is refused
  --qr TEXT      what the code at the foot of the paper holds: whether it belongs to this document
verify                                  the same of everything in the database that DATABASE_URL names, chains of moves and signatures included
Ends with 0 where all is right, with 1 where something differs, with 2 where it cannot be looked at.`;

function fail(text: string): never {
  process.stderr.write(`${text}\n`);
  process.exit(2);
}

function options() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: { key: { type: "string" }, qr: { type: "string" }, help: { type: "boolean" } },
    });
  } catch (error) {
    return fail(`${(error as Error).message}\n${usage}`);
  }
}

const { values, positionals } = options();
if (values.help) {
  console.log(usage);
  process.exit(0);
}

async function lookAt(file: string): Promise<Verified> {
  const bytes = await readFile(file).catch((error: Error) =>
    fail(`${file} cannot be read: ${error.message}`),
  );
  const found =
    bytes.subarray(0, 5).toString() === "%PDF-" ? verifyPdf(bytes) : verifyDocument(bytes.toString("utf8"));
  if (!found.isRight) return found;
  if (values.key !== undefined && values.key !== found.key)
    return { isRight: false, why: `it is sealed by the key ${found.key}` };
  if (values.qr !== undefined && values.qr !== sealText(found.what, found.seal))
    return { isRight: false, why: "the code on the paper is that of another document" };
  return found;
}

let isRight = true;
if (positionals.length > 0) {
  for (const file of positionals) {
    const found = await lookAt(file);
    isRight &&= found.isRight;
    console.log(
      found.isRight
        ? `${file}: yes. ${found.what}, as it was sealed by the key ${found.key}, made by ${found.product}.`
        : `${file}: no. ${found.why[0]!.toUpperCase()}${found.why.slice(1)}.`,
    );
  }
} else {
  try {
    const pool = connect(readEnvironment(process.env).DATABASE_URL);
    const verified = await verifyAll(pool);
    await pool.end();
    isRight = verified.faults.length === 0;
    console.log(verifiedText(verified));
  } catch (error) {
    fail((error as Error).message);
  }
}
process.exit(isRight ? 0 : 1);
