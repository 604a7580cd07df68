/** The texts of the clicker dialog. */
export const words = {
  title: "Clicker",
  where: (slide: number | undefined, last: number | undefined) => `slide ${slide ?? ""} of ${last ?? ""}`,
  step: (step: number) => `step ${step}`,
  opening: "Opening…",
  openOnPhone: "On a phone in the same network, open",
  noNetwork: "This computer is in no network, so no phone can reach it. Join one, then open this again.",
  typeCode: "and type the code",
  whatItCan: "Anyone with the code can change slides, trigger manual cues and silence everything.",
  noPhone: "No phone?",
  practice: "Practice clicker",
  disconnectAll: "Disconnect all clickers",
};
