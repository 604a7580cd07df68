import { create } from "zustand";
import { createJSONStorage, persist } from "zustand/middleware";
import { storage } from "./storage";

export type Theme = "fennel" | "lantern";

/** The user's settings in this browser. None of them belongs to a show. */
interface Settings {
  /** The theme; undefined to follow the system. */
  theme: Theme | undefined;
  /** Whether the rows of the run sheet have equal heights, or heights by hold. */
  rowMode: "slide" | "time";
  /** The names of the detail sections whose further options are open. */
  openSections: readonly string[];
  /** The letter size of the presenter's notes, in pixels; undefined to fit the window. */
  notesLetters: number | undefined;
  /** The notice about the machine that was closed. */
  closedNotice: string | undefined;
}

export const useSettings = create<Settings>()(
  persist(
    (): Settings => ({
      theme: undefined,
      rowMode: "slide",
      openSections: [],
      notesLetters: undefined,
      closedNotice: undefined,
    }),
    {
      name: "phonaris-settings",
      storage: createJSONStorage(() => storage),
    },
  ),
);

/** Adopts changes made by other pages of this browser. */
export const followOtherPages = () =>
  window.addEventListener("storage", ({ key }) => {
    if (key === useSettings.persist.getOptions().name) void useSettings.persist.rehydrate();
  });
