import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState, type DragEvent } from "react";
import { Link, Outlet, useLocation, useParams } from "react-router";
import type { ShowView } from "../api/client";
import { UserError } from "../api/errors";
import { useLive } from "../api/live";
import { useEdits } from "../api/edits";
import { cachedShow, useShow } from "../api/show";
import { usePlayer } from "../hearing/usePlayer";
import { ViewBoundary } from "../hearing/ViewBoundary";
import { DeckDialog } from "../decks/DeckDialog";
import { droppedFiles } from "../sounds/droppedFiles";
import { useBringIn } from "../sounds/useBringIn";
import { isInFieldOrDialog } from "../ui/targets";
import { useCommands } from "../ui/useCommands";
import { Bar } from "./Bar";
import { HistoryDialog } from "./HistoryDialog";
import { KeysDialog } from "./KeysDialog";
import { ActionsContext, ShowContext, type ShowActions } from "./ShowContext";
import { SkipLinks } from "./SkipLinks";

/** An open show: the bar above, and the view below it. Files dropped anywhere on it are brought in. */
export function ShowLayout() {
  const { showId = "" } = useParams();
  const { pathname } = useLocation();
  const { data: view, error, refetch } = useShow(showId);
  const { edit, undo, redo } = useEdits(showId);
  const { player, playing, play } = usePlayer(`/api/shows/${showId}/sound`);
  const { uploads, send, bringIn, replace, arrived, settle } = useBringIn(showId);
  const connected = useLive(showId, player.refresh);
  const [solo, setSoloed] = useState<readonly string[]>([]);
  const [open, setOpen] = useState<"history" | "keys">();
  const setSolo = (cueIds: readonly string[]) => {
    setSoloed(cueIds);
    player.hearOnly(cueIds);
  };
  const queries = useQueryClient();
  const actions = useMemo<ShowActions>(
    () => ({ edit, play, now: () => cachedShow(queries, showId) as ShowView }),
    [edit, play, queries, showId],
  );

  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      // What is pasted into a text often comes with a picture of itself.
      if (files.length > 0 && !isInFieldOrDialog(event)) bringIn(files);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  });
  useCommands("show", {
    undo,
    redo,
    play: () =>
      player.playing()
        ? player.stop()
        : play(player.position() >= (view?.runningOrder.totalFrames ?? 0) ? 0 : player.position()),
    help: () => setOpen("keys"),
  });

  // A show that was loaded stays, whatever becomes of later requests.
  if (error && !view) return <Missing error={error} retry={() => void refetch()} />;
  if (!view) return <main className="muted grid h-screen place-items-center">Opening the show…</main>;

  const onDrop = (event: DragEvent) => {
    if (event.dataTransfer.files.length === 0) return;
    event.preventDefault();
    void droppedFiles(event.dataTransfer).then((files) => bringIn(files));
  };

  return (
    <ActionsContext value={actions}>
      <ShowContext
        value={{ view, edit, undo, redo, player, playing, play, solo, setSolo, bringIn, replace, send, uploads }}
      >
        <div
          className="flex h-screen flex-col overflow-hidden"
          onDragOver={(event) => event.dataTransfer.types.includes("Files") && event.preventDefault()}
          onDrop={onDrop}
        >
          <SkipLinks />
          <Bar showId={showId} connected={connected} open={setOpen} />
          <ViewBoundary view={pathname}>
            <Outlet />
          </ViewBoundary>
        </div>
        {open === "history" && <HistoryDialog view={view} close={() => setOpen(undefined)} />}
        {open === "keys" && <KeysDialog close={() => setOpen(undefined)} />}
        {arrived && <DeckDialog key={arrived.files[0]?.hash} deck={arrived} close={settle} />}
      </ShowContext>
    </ActionsContext>
  );
}

function Missing({ error, retry }: { error: Error; retry: () => void }) {
  const isGone = error instanceof UserError && error.kind === "gone";
  return (
    <main className="grid h-screen place-items-center text-center">
      <div>
        <h1 className="mb-2 text-2xl">Can’t open this show</h1>
        <p className="muted mb-4">{isGone ? "It may have been deleted." : error.message}</p>
        <p className="flex justify-center gap-2">
          {!isGone && (
            <button type="button" className="btn btn-primary" onClick={retry}>
              Try again
            </button>
          )}
          <Link className={`btn ${isGone ? "btn-primary" : ""}`} to="/">
            All shows
          </Link>
        </p>
      </div>
    </main>
  );
}
