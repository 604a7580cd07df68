import type { Schemas } from "../api/client";

export type FitMethod = Schemas["FitMethod"];
export type Compared = Schemas["Compared"];

/** What each method is called, and does. */
export const methods: Record<FitMethod, { name: string; does: string }> = {
  shorten: { name: "Shorten", does: "ends early, with a fade, where a phrase does" },
  loop: { name: "Loop", does: "goes round where it is not heard" },
  recut: { name: "Re-cut", does: "takes out or repeats passages; opening and ending stay" },
  stretch: { name: "Stretch", does: "plays slower or faster, at the same pitch" },
  silence: { name: "Silence", does: "plays once; the rest is silent on purpose" },
};

/** Whether a join is heard. */
export const heard: Record<Schemas["JoinHeard"], string> = {
  not: "not heard",
  hardly: "hardly",
  mayBe: "may be heard",
};
