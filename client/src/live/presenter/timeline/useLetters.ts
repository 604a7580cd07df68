import { useSettings } from "../../../ui/settings";

const [least, most] = [14, 44] as const;

/** The letter size readable from a metre away, larger when there is room. */
const usual = () => Math.round(Math.max(20, Math.min(30, window.innerWidth / 62)));

/** The letter size of notes, in pixels: set once, and saved. */
export function useLetters() {
  const letters = useSettings((settings) => settings.notesLetters) ?? usual();
  const setLetters = (to: number) =>
    useSettings.setState({ notesLetters: Math.round(Math.max(least, Math.min(most, to)) * 2) / 2 });
  return [letters, setLetters] as const;
}
