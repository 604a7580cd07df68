import { changeSlide } from "../api/changes";
import type { Slide } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { TextBox } from "../ui/TextBox";
import { ValueField } from "../ui/ValueField";
import { Topic } from "./Topic";
import { words } from "./words";

type Card = NonNullable<Slide["picture"]["card"]>;

/** The texts of a card. */
export function CardEditor({ slide, card }: { slide: Slide; card: Card }) {
  const { edit } = useOpenShow();
  const set = (change: Partial<Card>) =>
    edit(
      changeSlide(slide.id, ({ id, picture }) => ({
        kind: "setPictures",
        pictures: [
          {
            slideId: id,
            picture: { ...picture, media: "", card: { ...(picture.card ?? card), ...change } },
            steps: [],
          },
        ],
      })),
    );
  return (
    <Topic title={card.kind === "title" ? words.titleCard : words.creditsCard}>
      <ValueField
        label={words.cardHeading}
        words
        value={card.heading}
        show={(heading) => heading}
        read={(typed) => typed.trim()}
        commit={(heading) => set({ heading })}
        width="100%"
      />
      <TextBox
        key={slide.id}
        label={words.cardText}
        rows={2}
        value={card.text}
        placeholder={card.kind === "title" ? words.titleHint : words.creditsHint}
        commit={(text) => set({ text })}
      />
    </Topic>
  );
}
