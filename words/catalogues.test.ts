import { parse, TYPE, type MessageFormatElement } from "@formatjs/icu-messageformat-parser";
import { expect } from "chai";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { shippedPatterns } from "../core/bond/shipped-patterns.ts";
import { isSaidInBrowsers } from "./in-browsers.js";
import { hearFrom } from "./language.ts";
import { spanish } from "./spanish.ts";

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesIn(path.join(folder, entry.name)) : [path.join(folder, entry.name)],
  );
const sources = ["core", "server", "src"]
  .flatMap(filesIn)
  .filter((file) => /\.(tsx?|astro)$/.test(file) && !/\.(test|d)\.tsx?$/.test(file));

/** The names of the values that a message holds, however deep. */
const valuesOf = (elements: readonly MessageFormatElement[]): string[] =>
  elements.flatMap((element) => {
    if (element.type === TYPE.literal || element.type === TYPE.pound || element.type === TYPE.tag) return [];
    const inner =
      element.type === TYPE.select || element.type === TYPE.plural
        ? Object.values(element.options).flatMap(({ value }) => valuesOf(value))
        : [];
    return [element.value, ...inner];
  });
const namesIn = (text: string) => [...new Set(valuesOf(parse(text, { ignoreTag: true })))].sort();

type Words = Readonly<Record<string, string>>;
const english = new Map<string, Words>();
before(async () => {
  for (const file of filesIn("words/en")) {
    const module = (await import(path.resolve(file))) as Record<string, Words>;
    english.set(path.basename(file, ".ts"), Object.values(module)[0]!);
  }
});

/** A call that says a message: where it stands, of which area, with the names of its values. */
interface Call {
  at: string;
  area: string;
  id: string | null;
  values: string[];
}

function callsIn(file: string): Call[] {
  const text = readFileSync(file, "utf8");
  const area = /import \{ t \} from "(?:\.\.?\/)+words\/([\w-]+)\.ts"/.exec(text)?.[1];
  if (area === undefined) return [];
  if (file.endsWith(".astro")) {
    return [...text.matchAll(/\bt\(\s*"([\w-]+)"(\s*,\s*\{([^]*?)\}\s*,?\s*\))?/g)].map(
      ([, id, , values]) => ({
        at: file,
        area,
        id: id!,
        values: [...(values ?? "").matchAll(/(?:^|,)\s*(\w+)(?=\s*(?::|,|$))/g)].map(([, name]) => name!),
      }),
    );
  }
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const calls: Call[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && node.expression.getText() === "t") {
      const [id, values] = node.arguments;
      const { line } = source.getLineAndCharacterOfPosition(node.getStart());
      calls.push({
        at: `${file}:${line + 1}`,
        area,
        id: id && ts.isStringLiteral(id) ? id.text : null,
        values:
          values && ts.isObjectLiteralExpression(values)
            ? values.properties.map((property) => property.name!.getText())
            : [],
      });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return calls;
}

describe("the catalogues", () => {
  it("hold every message in every language, each with the same values", () => {
    for (const [area, messages] of english) {
      const words = spanish[area] as Words;
      expect(Object.keys(words).sort(), area).to.deep.equal(Object.keys(messages).sort());
      for (const [id, text] of Object.entries(messages)) {
        expect(namesIn(words[id]!), `${area} ${id}: ${words[id]}`).to.deep.equal(namesIn(text));
      }
    }
    expect(Object.keys(spanish).sort()).to.deep.equal([...english.keys(), "terms"].sort());
  });

  it("are said with the values that a message holds, by a name that is written out", () => {
    const said = new Map<string, Set<string>>();
    for (const call of sources.flatMap(callsIn)) {
      expect(call.id, call.at).to.be.a("string");
      const text = english.get(call.area)![call.id!];
      expect(text, `${call.at}: ${call.id}`).to.be.a("string");
      if (!call.at.endsWith(".astro"))
        expect(call.values.sort(), `${call.at}: ${text}`).to.deep.equal(namesIn(text!));
      said.set(call.area, (said.get(call.area) ?? new Set()).add(call.id!));
    }
    // The job's own messages are looked up by what the record holds.
    for (const [area, messages] of [...english].filter(([name]) => name !== "job")) {
      const unsaid = Object.keys(messages).filter((id) => !said.get(area)?.has(id));
      expect(unsaid, area).to.deep.equal([]);
    }
  });

  it("name each shipped pattern in every language", () => {
    const names = shippedPatterns({ widthMm: 90, heightMm: 60 }, 1_000).map(({ name }) => name);
    expect(names.length).to.equal(5);
    expect(Object.keys(spanish.terms!)).to.include.members(names);
  });

  it("hold for browsers what a choice is refused for, which is said before it is made", () => {
    const ofChoices = sources
      .filter((file) => /\/moves\/[\w-]+\.ts$/.test(file))
      .map((file) => readFileSync(file, "utf8"))
      .filter((text) => text.includes('told: "choice"'))
      .flatMap((text) => [...text.matchAll(/"(fault\.[\w-]+)"/g)].map(([, id]) => id!));
    expect(ofChoices).to.include("fault.no-window");
    const inBrowsers = Object.keys(english.get("job")!).filter(
      (id) => id.startsWith("fault.") && isSaidInBrowsers(id),
    );
    expect(inBrowsers.sort()).to.deep.equal([...new Set(ofChoices)].sort());
  });

  it("say nothing that is recorded or kept: that must read the same whoever reads it", () => {
    const recorded: string[] = [];
    for (const file of sources.filter((one) => /^src\/.*\.tsx?$/.test(one))) {
      const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true);
      const visit = (node: ts.Node, within: string | null): void => {
        if (ts.isCallExpression(node)) {
          const called = node.expression.getText();
          if (called === "t" && within) recorded.push(`${file} ${within}: ${node.getText()}`);
          const records = /(^|\.)(tell|send|useDraft|setItem|setKept|keepSeen|URLSearchParams)$/.test(called);
          ts.forEachChild(node, (child) => visit(child, records ? called : within));
        } else if (ts.isJsxAttribute(node) && /^(key|value|htmlFor)$/.test(node.name.getText())) {
          // What is chosen is kept as it is, whatever it is called on the screen.
          if (/\b(t|term)\(/.test(node.initializer?.getText() ?? ""))
            recorded.push(`${file} ${node.getText()}`);
        } else if (ts.isJsxElement(node) && node.openingElement.tagName.getText() === "option") {
          const hasValue = /\bvalue=/.test(node.openingElement.getText());
          if (!hasValue && /\b(t|term)\(/.test(node.getText())) recorded.push(`${file} ${node.getText()}`);
          ts.forEachChild(node, (child) => visit(child, within));
        } else ts.forEachChild(node, (child) => visit(child, ts.isFunctionLike(node) ? null : within));
      };
      visit(source, null);
    }
    expect(recorded).to.deep.equal([]);
  });

  it("say nothing while the program is being loaded: a server does not know yet who will ask", async () => {
    const early: string[] = [];
    const heard = hearFrom(() => {
      early.push(new Error("said").stack!.split("\n").slice(3, 6).join(" "));
      return "en";
    });
    try {
      const fresh = `?loaded=${Date.now()}`;
      for (const file of sources.filter((one) => /^core\/.*\.ts$/.test(one)))
        await import(path.resolve(file) + fresh);
    } finally {
      hearFrom(heard);
    }
    expect(early).to.deep.equal([]);
  });
});

/** Files whose words are data: what is invented for the demo, kept with a device, or quoted as a source. */
const DATA = [
  "core/stack/examples.ts",
  "core/stack/one-off.ts",
  "core/materials/",
  "core/twin/",
  "core/cure/cover-light.ts",
  "core/bond/bubbles.ts",
  "core/route/former-names.ts",
  // Patterns by their names.
  "core/bond/choose-pattern.ts",
  "core/bond/shipped-patterns.ts",
];

/** Whether a text reads as words for people: of two words at least, and none of it code. */
const isSentence = (text: string): boolean =>
  /\p{L}{2,}\s+\S*\p{L}{2,}/u.test(text) &&
  /^\p{Lu}\p{Ll}/u.test(text.trim()) &&
  !/^(SELECT|INSERT|UPDATE|DELETE|WITH)\b/.test(text);

describe("components and core", () => {
  it("hold no sentences: those stand in the catalogues", () => {
    const found: string[] = [];
    const files = sources.filter(
      (file) =>
        /^(core|src\/(islands|ui|drawing|outbox))\/.*\.tsx?$/.test(file) &&
        !DATA.some((data) => file.startsWith(data)),
    );
    for (const file of files) {
      const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true);
      const note = (node: ts.Node, text: string) => {
        const { line } = source.getLineAndCharacterOfPosition(node.getStart());
        found.push(`${file}:${line + 1} ${text.trim()}`);
      };
      const visit = (node: ts.Node): void => {
        // What only programmers read: what a calculation is for, an example of a move, a fault of the program itself.
        const isForPrograms =
          (ts.isPropertyAssignment(node) && /^(purpose|example)$/.test(node.name.getText())) ||
          (ts.isNewExpression(node) && /Error$/.test(node.expression.getText())) ||
          (ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.SuperKeyword);
        if (isForPrograms || ts.isImportDeclaration(node)) return;
        if (ts.isJsxText(node) && /\p{L}{2,}/u.test(node.text)) note(node, node.text);
        else if (ts.isStringLiteralLike(node) && isSentence(node.text)) note(node, node.text);
        else if (ts.isTemplateHead(node) && isSentence(`${node.text}xx`)) note(node, node.text);
        ts.forEachChild(node, visit);
      };
      visit(source);
    }
    expect(found).to.deep.equal([]);
  });
});
