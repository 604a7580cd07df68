import type { Schemas } from "../api/client";
import { words } from "./words";

export type FitMethod = Schemas["FitMethod"];
export type Compared = Schemas["Compared"];

/** The name of each method, and what it does. */
export const methods: Record<FitMethod, { name: string; does: string }> = words.fitMethods;

/** How audible an edit is. */
export const heard: Record<Schemas["Audibility"], string> = words.audible;
