import { useSettings } from "../../../ui/settings";

const [least, most] = [14, 44] as const;

/** What can be read from a metre away, and more where there is room. */
const usual = () => Math.round(Math.max(20, Math.min(30, window.innerWidth / 62)));

/** How large the letters of notes are, in pixels: set once, and kept. */
export function useLetters() {
  const letters = useSettings((settings) => settings.notesLetters) ?? usual();
  const setLetters = (to: number) =>
    useSettings.setState({ notesLetters: Math.round(Math.max(least, Math.min(most, to)) * 2) / 2 });
  return [letters, setLetters] as const;
}
