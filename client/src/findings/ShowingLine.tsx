import type { Schemas } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Choice } from "../ui/fields";

const ways = [
  ["hand", "by somebody"],
  ["itself", "by itself"],
] as const;

export const places: readonly (readonly [Schemas["Destination"], string])[] = [
  ["room", "in this room"],
  ["inside", "inside the organisation"],
  ["web", "on the open web"],
  ["sold", "where it is sold"],
];

/** How the show is shown, and where: what it is looked over for goes by that. */
export function ShowingLine() {
  const view = useView();
  const { edit } = useOpenShow();
  const { showing } = view.show;
  return (
    <span>
      Shown{" "}
      <Choice
        label="How the show is shown"
        value={showing.byItself ? "itself" : "hand"}
        options={ways}
        commit={(way) =>
          edit((show) => ({ kind: "setShowing", showing: { ...show.showing, byItself: way === "itself" } }))
        }
      />{" "}
      <Choice
        label="Where the show goes"
        value={showing.where}
        options={places}
        commit={(where) => edit((show) => ({ kind: "setShowing", showing: { ...show.showing, where } }))}
      />
    </span>
  );
}
