import type { ReactNode } from "react";
import type { ShowView } from "../api/client";
import { EditingContext } from "../ui/editing";
import { OpenShowContext, ViewContext, type OpenShow } from "./openShow";

interface Props {
  show: OpenShow;
  view: ShowView;
  children: ReactNode;
}

/** Provides an open show to its children. */
export function ShowProvider({ show, view, children }: Props) {
  return (
    <OpenShowContext value={show}>
      <EditingContext value={show.beginEditing}>
        <ViewContext value={view}>{children}</ViewContext>
      </EditingContext>
    </OpenShowContext>
  );
}
