const ALPHABET = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
const values = new Uint8Array(128);
for (let i = 0; i < ALPHABET.length; i += 1) values[ALPHABET.charCodeAt(i)] = i;

/** The bytes of a base64 text (RFC 4648). The core knows neither Node nor a browser, so it reads them itself; other letters count as A. */
export function bytesOfBase64(text: string): Uint8Array {
  const length = text.endsWith("==") ? text.length - 2 : text.endsWith("=") ? text.length - 1 : text.length;
  const bytes = new Uint8Array(Math.floor((length * 3) / 4));
  let at = 0;
  for (let i = 0; i < length; i += 4) {
    const word =
      (values[text.charCodeAt(i) & 127]! << 18) |
      (values[text.charCodeAt(i + 1) & 127]! << 12) |
      ((i + 2 < length ? values[text.charCodeAt(i + 2) & 127]! : 0) << 6) |
      (i + 3 < length ? values[text.charCodeAt(i + 3) & 127]! : 0);
    if (at < bytes.length) bytes[at] = word >> 16;
    if (at + 1 < bytes.length) bytes[at + 1] = (word >> 8) & 255;
    if (at + 2 < bytes.length) bytes[at + 2] = word & 255;
    at += 3;
  }
  return bytes;
}
