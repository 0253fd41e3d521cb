/** A document as the JSON of docs/formats.md, as it is saved. */
export const asJsonFile = (document: object): string => `${JSON.stringify(document, null, 2)}\n`;
