import { useState } from "react";
import { faultsByPath } from "../../core/faults.ts";
import { askServer } from "./ask-server.ts";

/** A shelf of the shop as the server has it: what is asked of it, what became of that, and what is wrong with what was typed. */
export function useShelf<Item>(address: string, initial: readonly Item[]) {
  const [items, setItems] = useState(initial);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string>();
  return {
    items,
    faults,
    setFaults,
    said,
    setSaid,
    /** Asks the server and takes its list; true where it agreed, and then `done` is said. */
    async ask(
      more: string,
      method: "POST" | "PUT" | "DELETE",
      body: object | null,
      done: string,
    ): Promise<boolean> {
      const asked = await askServer(`${address}${more}`, method, body);
      if ("said" in asked) {
        setFaults(faultsByPath(asked.faults));
        setSaid(asked.said);
        return false;
      }
      const listed = asked.answer.status === 204 ? await fetch(address) : asked.answer;
      setItems((await listed.json()) as Item[]);
      setSaid(done);
      return true;
    },
  };
}
