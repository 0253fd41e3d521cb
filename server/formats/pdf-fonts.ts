import { readFileSync } from "node:fs";
import { createRequire } from "node:module";

const require = createRequire(import.meta.url);
/** As TTF: the web's files would have to be unpacked anew for every document. */
const fontFile = (style: "400Regular" | "600SemiBold") =>
  readFileSync(
    require.resolve(
      `@expo-google-fonts/atkinson-hyperlegible-next/${style}/AtkinsonHyperlegibleNext_${style}.ttf`,
    ),
  );
let fonts: { plain: Buffer; strong: Buffer } | null = null;

/** The product's face in a PDF: registered as "plain" and "strong". Gives back the document. */
export function withFonts(document: PDFKit.PDFDocument): PDFKit.PDFDocument {
  fonts ??= { plain: fontFile("400Regular"), strong: fontFile("600SemiBold") };
  return document.registerFont("plain", fonts.plain).registerFont("strong", fonts.strong);
}

/** Everything that a document writes, once it is ended. */
export function bytesOf(document: PDFKit.PDFDocument): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = [];
    document.on("data", (chunk: Buffer) => chunks.push(chunk));
    document.on("end", () => resolve(Buffer.concat(chunks)));
    document.on("error", reject);
  });
}
