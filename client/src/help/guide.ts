export interface GuidePage {
  id: string;
  title: string;
  html: string;
  text: string;
}

type Loaded = Omit<GuidePage, "id">;

/** The pages of the guide in the order of the list: from the first sound to the day in the hall. */
const order = [
  "music-under-slides",
  "music-as-long-as-the-show",
  "fade-out-before-the-talk",
  "a-voice-for-every-slide",
  "effects-at-a-bullet",
  "a-loop-before-doors-open",
  "everything-equally-loud",
  "why-is-it-silent",
  "present-with-a-clicker",
  "when-something-goes-wrong",
  "a-self-running-kiosk",
  "hand-it-to-a-colleague",
  "put-it-on-the-web",
  "next-months-deck",
];

const loaded = import.meta.glob<Loaded>("../../../docs/guide/*.md", { eager: true, import: "default" });

export const guidePages: readonly GuidePage[] = Object.entries(loaded)
  .map(([path, page]) => ({ id: /([^/]+)\.md$/.exec(path)?.[1] ?? "", ...page }))
  .toSorted((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** The pages that contain all words of a search. */
export function searchGuide(typed: string): readonly GuidePage[] {
  const sought = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return guidePages.filter(({ title, text }) =>
    sought.every((word) => `${title} ${text}`.toLowerCase().includes(word)),
  );
}
