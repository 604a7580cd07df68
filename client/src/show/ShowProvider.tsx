import type { ReactNode } from "react";
import type { ShowView } from "../api/client";
import { EditingContext } from "../ui/editing";
import { OpenShowContext, ViewContext, type OpenShow } from "./openShow";

interface Props {
  show: OpenShow;
  view: ShowView;
  children: ReactNode;
}

/** Gives an open show to all that is inside. */
export function ShowProvider({ show, view, children }: Props) {
  return (
    <OpenShowContext value={show}>
      <EditingContext value={show.beginEditing}>
        <ViewContext value={view}>{children}</ViewContext>
      </EditingContext>
    </OpenShowContext>
  );
}
