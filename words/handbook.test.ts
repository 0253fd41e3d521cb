import { expect } from "chai";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { helpOf, placePages, repairPages } from "../src/ui/help-of.ts";
import { languages } from "./language.ts";

const FOLDER = "docs/handbook";
const read = (language: string, page: string) =>
  readFileSync(path.join(FOLDER, language, `${page}.md`), "utf8");

async function wordsOf(language: string): Promise<Set<string>> {
  const said = new Set<string>();
  for (const file of readdirSync(`words/${language}`)) {
    const module = (await import(path.resolve("words", language, file))) as Record<
      string,
      Record<string, string>
    >;
    for (const messages of Object.values(module)) for (const text of Object.values(messages)) said.add(text);
  }
  return said;
}

describe("the handbook", () => {
  it("has a page for each place and each repair, in every language, built alike", () => {
    const pages = [...placePages, ...repairPages].sort();
    for (const language of languages) {
      const written = readdirSync(path.join(FOLDER, language)).map((file) => path.basename(file, ".md"));
      expect(written.sort(), language).to.deep.equal(pages);
    }
    const shapeOf = (text: string) =>
      text
        .split("\n")
        .map((line) => /^(---|## |- |\d\. |\*\*)/.exec(line)?.[0] ?? (line ? "text" : ""))
        .join("\n");
    for (const page of pages) expect(shapeOf(read("es", page)), page).to.equal(shapeOf(read("en", page)));
  });

  it("names buttons and fields as the screens do", async () => {
    for (const language of languages) {
      const said = await wordsOf(language);
      for (const page of [...placePages, ...repairPages]) {
        const named = [...read(language, page).matchAll(/\*\*([^*]+)\*\*/g)].map(([, name]) => name!);
        for (const name of named) {
          const parts = [...said].some((text) => text === name || text.startsWith(`${name} {`));
          expect(parts, `${language} ${page}: ${name}`).to.equal(true);
        }
      }
    }
  });

  it("is read in short sentences", () => {
    for (const page of [...placePages, ...repairPages]) {
      const sentences = read("en", page)
        .replace(/^---[^]*?---/, "")
        .split(/[.?:!]\s|\n/);
      for (const sentence of sentences)
        expect(sentence.split(/\s+/).length, `${page}: ${sentence}`).to.be.at.most(24);
    }
  });

  it("is opened at the page about where one is", () => {
    expect(helpOf("/")).to.equal("bench");
    expect(helpOf("/jobs")).to.equal("jobs");
    expect(helpOf("/jobs/new")).to.equal("new-job");
    expect(helpOf("/jobs/GW-1042/certificate")).to.equal("job");
    expect(helpOf("/families/PH-10/edit")).to.equal("families");
    expect(helpOf("/nowhere")).to.equal("bench");
  });
});
