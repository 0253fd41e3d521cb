import { useState } from "react";
import { askServer } from "./ask-server.ts";

/** Something that the server has, as it answered last, and what is to be said where it refused. */
export function useAnswer<Value>(initial: Value) {
  const [value, setValue] = useState(initial);
  const [said, setSaid] = useState<string>();
  return {
    value,
    setValue,
    said,
    /** Asks for a change and takes the answer in the value's place; true where the server agreed. */
    async ask(address: string, method: "POST" | "PUT" | "DELETE", body: object | null): Promise<boolean> {
      setSaid(undefined);
      const asked = await askServer(address, method, body);
      if ("said" in asked) setSaid(asked.said);
      else setValue((await asked.answer.json()) as Value);
      return !("said" in asked);
    },
  };
}
