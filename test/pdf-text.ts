import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";

/** Everything that a PDF says, read by another package than the one that wrote it; a line that is broken for room is one text. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.map((item) => ("str" in item ? item.str : "")).join(" ");
    }),
  );
  return pages.join(" ").replace(/\s+/g, " ");
}
