const pages: readonly (readonly [RegExp, string])[] = [
  [/\/fit/, "music-as-long-as-the-show"],
  [/\/levels/, "everything-equally-loud"],
  [/\/checks/, "why-is-it-silent"],
  [/\/dry-run/, "a-voice-for-every-slide"],
  [/\/export/, "hand-it-to-a-colleague"],
  [/\/present/, "present-with-a-clicker"],
  [/\/shows\//, "music-under-slides"],
];

/** The address of the guide's page about the view at an address. */
export const guideOf = (pathname: string) => {
  const page = pages.find(([view]) => view.test(pathname));
  return page ? `/guide/${page[1]}` : "/guide";
};
