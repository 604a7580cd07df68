import { Plus } from "lucide-react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { addSlides } from "../api/decks";
import { reportError } from "../api/errors";
import { newId } from "../api/ids";
import { applyEdited } from "../api/show";
import { useOpenShow, useView } from "../show/openShow";
import { FileInput } from "../ui/FileInput";
import { Menu, MenuEntry } from "../ui/Menu";
import { pictureEndings } from "../show/fileKinds";
import { words } from "./words";

/** Adds a slide made in the app: a title card, a credits card, or a picture that fills it. */
export function AddSlide({ index }: { index: number }) {
  const view = useView();
  const { edit, upload } = useOpenShow();
  const queries = useQueryClient();
  const chooser = useRef<HTMLInputElement>(null);

  const add = (card: "title" | "credits") => edit({ kind: "addCard", slideId: newId(), card, index });

  const picture = async (file: File) => {
    try {
      const files = [await upload(file, "deck")];
      await applyEdited(queries, view.id, await addSlides(view.id, { files, index, fills: true }));
    } catch (problem) {
      reportError(problem);
    }
  };

  return (
    <>
      <Menu
        side="right"
        className="btn btn-ghost btn-xs"
        words={
          <>
            <Plus size={14} /> {words.addSlide}
          </>
        }
      >
        <MenuEntry choose={() => add("title")}>{words.titleCard}</MenuEntry>
        <MenuEntry choose={() => add("credits")}>{words.creditsCard}</MenuEntry>
        <MenuEntry choose={() => chooser.current?.click()}>{words.pictureSlide}</MenuEntry>
      </Menu>
      <FileInput
        ref={chooser}
        label={words.slidePicture}
        accept={pictureEndings}
        choose={([file]) => file && void picture(file)}
      />
    </>
  );
}
