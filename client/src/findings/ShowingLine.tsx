import type { Schemas } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Select } from "../ui/fields";
import { words } from "./words";

const ways = [
  ["hand", words.byPresenter],
  ["itself", words.byItself],
] as const;

export const places = Object.entries(words.destinations) as [Schemas["Destination"], string][];

/** How the show is presented, and its destination; checks depend on both. */
export function ShowingLine() {
  const view = useView();
  const { edit } = useOpenShow();
  const { showing } = view.show;
  return (
    <span>
      {words.shown}{" "}
      <Select
        label={words.howShown}
        value={showing.byItself ? "itself" : "hand"}
        options={ways}
        commit={(way) =>
          edit((show) => ({ kind: "setShowing", showing: { ...show.showing, byItself: way === "itself" } }))
        }
      />{" "}
      <Select
        label={words.destination}
        value={showing.where}
        options={places}
        commit={(where) => edit((show) => ({ kind: "setShowing", showing: { ...show.showing, where } }))}
      />
    </span>
  );
}
