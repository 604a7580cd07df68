import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState, type DragEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, Outlet, useParams } from "react-router";
import type { ShowView } from "../api/client";
import { useLive } from "../api/live";
import { useEdits, useShow } from "../api/queries";
import { usePlayer } from "../hearing/usePlayer";
import { DeckDialog } from "../decks/DeckDialog";
import { droppedFiles } from "../sounds/droppedFiles";
import { useBringIn } from "../sounds/useBringIn";
import { isForControl, isInDialog } from "../ui/keys";
import { Bar } from "./Bar";
import { HistoryDialog } from "./HistoryDialog";
import { KeysDialog } from "./KeysDialog";
import { ActionsContext, ShowContext, type ShowActions } from "./ShowContext";
import { SkipLinks } from "./SkipLinks";

/** An open show: the bar above, and the view below it. Files dropped anywhere on it are brought in. */
export function ShowLayout() {
  const { showId = "" } = useParams();
  const { data: view, error } = useShow(showId);
  const { edit, undo, redo } = useEdits(showId);
  const { player, playing, play } = usePlayer(`/api/shows/${showId}/sound`);
  const { uploads, send, bringIn, replace, arrived, settle } = useBringIn(showId);
  const connected = useLive(showId, player.refresh);
  const [alone, setAlone] = useState<readonly string[]>([]);
  const [open, setOpen] = useState<"history" | "keys">();
  const hearAlone = (cueIds: readonly string[]) => {
    setAlone(cueIds);
    player.hearOnly(cueIds);
  };
  const queries = useQueryClient();
  const actions = useMemo<ShowActions>(
    () => ({ edit, play, now: () => queries.getQueryData<ShowView>(["show", showId]) as ShowView }),
    [edit, play, queries, showId],
  );

  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length > 0) bringIn(files);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  });
  useHotkeys("mod+z", undo, { preventDefault: true });
  useHotkeys("mod+shift+z, mod+y", redo, { preventDefault: true });
  useHotkeys("space", () => (player.playing() ? player.stop() : play(player.position())), {
    preventDefault: true,
    ignoreEventWhen: isForControl,
  });

  useHotkeys("shift+slash", () => setOpen("keys"), { ignoreEventWhen: isInDialog });

  if (error) return <Missing />;
  if (!view) return <main className="muted grid h-screen place-items-center">Opening the show…</main>;

  const onDrop = (event: DragEvent) => {
    if (event.dataTransfer.files.length === 0) return;
    event.preventDefault();
    void droppedFiles(event.dataTransfer).then((files) => bringIn(files));
  };

  return (
    <ShowContext
      value={{ view, edit, undo, redo, player, playing, play, alone, hearAlone, bringIn, replace, send, uploads }}
    >
      <div
        className="flex h-screen flex-col overflow-hidden"
        onDragOver={(event) => event.dataTransfer.types.includes("Files") && event.preventDefault()}
        onDrop={onDrop}
      >
        <SkipLinks />
        <Bar showId={showId} connected={connected} open={setOpen} />
        <ActionsContext value={actions}>
          <Outlet />
        </ActionsContext>
      </div>
      {open === "history" && <HistoryDialog view={view} close={() => setOpen(undefined)} />}
      {open === "keys" && <KeysDialog close={() => setOpen(undefined)} />}
      {arrived && <DeckDialog key={arrived.files[0]?.hash} deck={arrived} close={settle} />}
    </ShowContext>
  );
}

function Missing() {
  return (
    <main className="grid h-screen place-items-center text-center">
      <div>
        <h1 className="mb-2 text-2xl">This show is not here</h1>
        <p className="muted mb-4">It may have been deleted, or the server is away.</p>
        <Link className="btn btn-primary" to="/">
          All shows
        </Link>
      </div>
    </main>
  );
}
