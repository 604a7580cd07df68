import { changeSlide } from "../api/changes";
import type { Slide } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { TextBox } from "../ui/TextBox";
import { ValueField } from "../ui/ValueField";
import { Topic } from "./Sentence";

type Card = NonNullable<Slide["picture"]["card"]>;

/** The words of a card made here. */
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
    <Topic title={card.kind === "title" ? "Title card" : "Credits card: filled from the rights of the sounds"}>
      <ValueField
        label="Heading of the card"
        words
        value={card.heading}
        show={(heading) => heading}
        read={(typed) => typed.trim()}
        commit={(heading) => set({ heading })}
        width="100%"
      />
      <TextBox
        key={slide.id}
        label="Text of the card"
        rows={2}
        value={card.text}
        placeholder={card.kind === "title" ? "Who it is by" : "A closing line"}
        commit={(text) => set({ text })}
      />
    </Topic>
  );
}
