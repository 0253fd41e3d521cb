import type { Problem } from "../../server/problem.ts";

/** Hands the browser a file to keep; its name is put into letters that every disk takes. */
export function saveBlob(content: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(content);
  const ending = name.slice(name.lastIndexOf("."));
  link.download = `${name.slice(0, -ending.length).replace(/[^\w-]+/g, "-")}${ending}`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Asks the server for a file made from `body` and saves it under a name; throws what the server says is wrong. */
export async function saveFile(address: string, body: object, name: string): Promise<void> {
  const answer = await fetch(address, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(((await answer.json()) as Problem).detail);
  saveBlob(await answer.blob(), name);
}
