import { useState } from "react";

const place = "phonaris-notes-letters";
const [least, most] = [14, 44] as const;

/** What can be read from a metre away, and more where there is room. */
const usual = () => Math.round(Math.max(20, Math.min(30, window.innerWidth / 62)));

/** How large the letters of notes are, in pixels: set once, and kept. */
export function useLetters() {
  const [letters, set] = useState(() => {
    const kept = Number(localStorage.getItem(place));
    return kept >= least && kept <= most ? kept : usual();
  });
  const setLetters = (to: number) => {
    const within = Math.round(Math.max(least, Math.min(most, to)) * 2) / 2;
    localStorage.setItem(place, String(within));
    set(within);
  };
  return [letters, setLetters] as const;
}
