import { create } from "zustand";
import { createJSONStorage, persist } from "zustand/middleware";
import { storage } from "./storage";

export type Theme = "fennel" | "lantern";

/** What users have set up for themselves in this browser. None of it belongs to a show. */
interface Settings {
  /** The colours; none as long as they follow the system. */
  theme: Theme | undefined;
  /** Whether the rows of the run sheet are of equal height, or as high as their holds. */
  rowMode: "slide" | "time";
  /** The sections of the details whose further options are shown, by name. */
  openSections: readonly string[];
  /** How large the letters of a presenter's notes are, in pixels; none for what suits the window. */
  notesLetters: number | undefined;
}

export const useSettings = create<Settings>()(
  persist((): Settings => ({ theme: undefined, rowMode: "slide", openSections: [], notesLetters: undefined }), {
    name: "phonaris-settings",
    storage: createJSONStorage(() => storage),
  }),
);

/** Takes over what another page of this browser sets. */
export const followOtherPages = () =>
  window.addEventListener("storage", ({ key }) => {
    if (key === useSettings.persist.getOptions().name) void useSettings.persist.rehydrate();
  });
