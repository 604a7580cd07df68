import { useSyncExternalStore } from "react";
import type { LoadState, RunFiles } from "./RunFiles";

/** How far the files of a run are loaded. */
export const useLoadState = (files: RunFiles): LoadState => useSyncExternalStore(files.subscribe, files.snapshot);
