import { useEffect, useState } from "react";

/** What is being typed, kept in this browser until it is sent: a reload or a crash loses nothing. */
export function useDraftText(key: string, initial = ""): [string, (text: string) => void] {
  const [text, setText] = useState(initial);
  useEffect(() => {
    const kept = localStorage.getItem(`half-lift draft ${key}`);
    if (kept !== null) setText(kept);
  }, [key]);
  return [
    text,
    (next) => {
      setText(next);
      if (next === initial) localStorage.removeItem(`half-lift draft ${key}`);
      else localStorage.setItem(`half-lift draft ${key}`, next);
    },
  ];
}
