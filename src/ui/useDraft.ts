import { useEffect, useState } from "react";

const prefix = "half-lift draft";

function readKept<Value>(key: string): Value | null {
  try {
    return JSON.parse(localStorage.getItem(`${prefix} ${key}`) ?? "null") as Value | null;
  } catch {
    return null;
  }
}

/**
 * What is being entered, kept in this browser until it is sent: a reload or a crash loses nothing. Set to `initial` it is
 * forgotten.
 */
export function useDraft<Value>(key: string, initial: Value): [Value, (value: Value) => void] {
  const [value, setValue] = useState(initial);
  useEffect(() => {
    const kept = readKept<Value>(key);
    if (kept !== null) setValue(kept);
  }, [key]);
  return [
    value,
    (next) => {
      setValue(next);
      if (next === initial) localStorage.removeItem(`${prefix} ${key}`);
      else localStorage.setItem(`${prefix} ${key}`, JSON.stringify(next));
    },
  ];
}
