import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { expect } from "chai";
import { hashesOf } from "./pure-tests.ts";

const FOLDER = `.work/pure-tests-${process.pid}`;
const write = (name: string, text: string) => writeFileSync(`${FOLDER}/${name}`, text);

describe("tests that are not run again", () => {
  before(() => mkdirSync(FOLDER, { recursive: true }));
  after(() => rmSync(FOLDER, { recursive: true, force: true }));

  it("are told by their own text and by all that they import, near and far", async () => {
    write("far.ts", "export const far = 1;");
    write("near.ts", 'export { far } from "./far.ts";');
    write("one.test.ts", 'import { far } from "./near.ts"; console.log(far);');
    write("other.test.ts", "console.log(2);");
    const files = ["one.test.ts", "other.test.ts"].map((name) => `${FOLDER}/${name}`);
    const [one, other] = files as [string, string];
    const first = await hashesOf(files);
    expect(await hashesOf(files)).to.deep.equal(first);

    write("far.ts", "export const far = 3;");
    const second = await hashesOf(files);
    expect(second.get(one)).to.not.equal(first.get(one));
    expect(second.get(other)).to.equal(first.get(other));

    write("other.test.ts", "console.log(4);");
    const third = await hashesOf(files);
    expect(third.get(one)).to.equal(second.get(one));
    expect(third.get(other)).to.not.equal(second.get(other));
  });

  it("are told by what they start and read too, where it is said", async () => {
    const file = `${FOLDER}/starts.test.ts`;
    write("starts.test.ts", "console.log(5);");
    write("deep.ts", "export const deep = 1;");
    write("started.ts", 'import { deep } from "./deep.ts"; console.log(deep);');
    mkdirSync(`${FOLDER}/read`, { recursive: true });
    write("read/text.txt", "a");
    const beside = { [file]: [`${FOLDER}/started.ts`, `${FOLDER}/read`] };
    const hash = async () => (await hashesOf([file], beside)).get(file);
    const first = await hash();
    expect(await hash()).to.equal(first);
    write("deep.ts", "export const deep = 2;");
    const second = await hash();
    expect(second).to.not.equal(first);
    write("read/text.txt", "b");
    expect(await hash()).to.not.equal(second);
  });
});
