import { useEffect, useState } from "react";
import { readKept, setKept } from "./browser-kept.ts";

const prefix = "half-lift draft";

/**
 * What is being entered, kept in this browser until it is sent: a reload or a crash loses nothing. Set to `initial` it is
 * forgotten.
 */
export function useDraft<Value>(key: string, initial: Value): [Value, (value: Value) => void] {
  const [value, setValue] = useState(initial);
  useEffect(() => {
    const kept = readKept<Value>(`${prefix} ${key}`);
    if (kept !== null) setValue(kept);
  }, [key]);
  return [
    value,
    (next) => {
      setValue(next);
      setKept(`${prefix} ${key}`, next === initial ? null : next);
    },
  ];
}
