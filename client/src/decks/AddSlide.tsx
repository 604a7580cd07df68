import { Plus } from "lucide-react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { answered, api } from "../api/client";
import { newId } from "../api/ids";
import { keepEdited, say } from "../api/queries";
import { upload } from "../api/upload";
import { useOpenShow } from "../shows/ShowContext";
import { FileInput } from "../ui/FileInput";
import { pictureEndings } from "./readable";

/** Adds a slide made here: a title card, a credits card, or a picture that fills it. */
export function AddSlide({ index }: { index: number }) {
  const { view, edit } = useOpenShow();
  const queries = useQueryClient();
  const chooser = useRef<HTMLInputElement>(null);

  const add = (card: "title" | "credits") => edit({ kind: "addCard", slideId: newId(), card, index });

  const picture = async (file: File) => {
    try {
      const files = [await upload(file, "deck", () => undefined)];
      const path = { params: { path: { id: view.id } } };
      await keepEdited(
        queries,
        view.id,
        answered(await api.POST("/api/shows/{id}/deck", { ...path, body: { files, index, fills: true } })),
      );
    } catch (problem) {
      say(problem as Error);
    }
  };

  const close = () => (document.activeElement as HTMLElement | null)?.blur();
  return (
    <div className="dropdown dropdown-end">
      <button type="button" tabIndex={0} className="btn btn-ghost btn-xs" aria-haspopup="menu">
        <Plus size={14} /> Add a slide
      </button>
      <ul
        tabIndex={0}
        className="dropdown-content menu bg-base-100 z-30 w-52 rounded-md border border-[var(--line)] p-1 shadow-sm"
      >
        {(["title", "credits"] as const).map((kind) => (
          <li key={kind}>
            <button
              type="button"
              onClick={() => {
                add(kind);
                close();
              }}
            >
              {kind === "title" ? "A title card" : "A credits card"}
            </button>
          </li>
        ))}
        <li>
          <button
            type="button"
            onClick={() => {
              chooser.current?.click();
              close();
            }}
          >
            A picture filling it…
          </button>
        </li>
      </ul>
      <FileInput
        ref={chooser}
        label="Picture for a new slide"
        accept={pictureEndings}
        choose={([file]) => file && void picture(file)}
      />
    </div>
  );
}
