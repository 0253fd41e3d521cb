/** The words of the page's language, where it is not English: a worker is named after it. */
export const wordsHere: Promise<unknown> =
  self.name === "" || self.name === "en"
    ? Promise.resolve()
    : import(/* @vite-ignore */ `${self.location.origin}/words/${self.name}.js`);
