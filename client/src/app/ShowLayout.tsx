import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type DragEvent } from "react";
import { Link, Outlet, useLocation, useParams } from "react-router";
import { isSendingEdits } from "../api/edits";
import { UserError } from "../api/errors";
import { useLive } from "../api/live";
import { useShow } from "../api/show";
import { ViewBoundary } from "../hearing/ViewBoundary";
import { KeysDialog } from "../help/KeysDialog";
import { HistoryDialog } from "../history/HistoryDialog";
import { UploadedDecks } from "../imports/DeckDialog";
import { createOpenShow } from "../show/openShow";
import { ShowProvider } from "../show/ShowProvider";
import { sendSavedRuns } from "../live/presenter/keepRun";
import { isInFieldOrDialog } from "../ui/targets";
import { useCommands } from "../ui/useCommands";
import { useLeaveWarning } from "../ui/useLeaveWarning";
import { useKeepTyped } from "../ui/useKeepTyped";
import { Bar } from "./Bar";
import { droppedFiles } from "./droppedFiles";
import { SkipLinks } from "./SkipLinks";
import { words } from "./words";

/** An open show: the bar above, and the view below it. Files dropped anywhere on it are imported. */
export function ShowLayout() {
  const { showId = "" } = useParams();
  return <Layout key={showId} showId={showId} />;
}

function Layout({ showId }: { showId: string }) {
  const queries = useQueryClient();
  const { pathname } = useLocation();
  const [show] = useState(() => createOpenShow(queries, showId));
  const { player, importFiles } = show;
  const { data: view, error, refetch } = useShow(showId);
  const connected = useLive(showId, player.refresh);
  const [open, setOpen] = useState<"history" | "keys">();

  useEffect(() => () => player.stop(), [player]);
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      // Text on the clipboard often comes with a picture of itself.
      if (files.length > 0 && !isInFieldOrDialog(event)) importFiles(files);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  }, [importFiles]);
  useEffect(() => void sendSavedRuns(showId), [showId]);
  useKeepTyped();
  useLeaveWarning(() => isSendingEdits(queries, showId) || show.state.getState().uploads.length > 0);
  useCommands("show", {
    undo: show.undo,
    redo: show.redo,
    play: () => view && show.togglePlay(),
    help: () => setOpen("keys"),
  });

  // A loaded show stays on screen even if later requests fail.
  if (error && !view) return <Missing error={error} retry={() => void refetch()} />;
  if (!view) return <main className="muted grid h-screen place-items-center">{words.opening}</main>;

  const onDrop = (event: DragEvent) => {
    if (event.dataTransfer.files.length === 0) return;
    event.preventDefault();
    void droppedFiles(event.dataTransfer).then((files) => importFiles(files));
  };

  return (
    <ShowProvider show={show} view={view}>
      <div
        className="flex h-screen flex-col overflow-hidden"
        onDragOver={(event) => event.dataTransfer.types.includes("Files") && event.preventDefault()}
        onDrop={onDrop}
      >
        <SkipLinks />
        <Bar connected={connected} open={setOpen} />
        <ViewBoundary view={pathname}>
          <Outlet />
        </ViewBoundary>
      </div>
      {open === "history" && <HistoryDialog view={view} close={() => setOpen(undefined)} />}
      {open === "keys" && <KeysDialog close={() => setOpen(undefined)} />}
      <UploadedDecks />
    </ShowProvider>
  );
}

function Missing({ error, retry }: { error: Error; retry: () => void }) {
  const isGone = error instanceof UserError && error.kind === "gone";
  return (
    <main className="grid h-screen place-items-center text-center">
      <div>
        <h1 className="mb-2 text-2xl">{words.cannotOpen}</h1>
        <p className="muted mb-4">{isGone ? words.mayBeDeleted : error.message}</p>
        <p className="flex justify-center gap-2">
          {!isGone && (
            <button type="button" className="btn btn-primary" onClick={retry}>
              {words.tryAgain}
            </button>
          )}
          <Link className={`btn ${isGone ? "btn-primary" : ""}`} to="/">
            {words.allShows}
          </Link>
        </p>
      </div>
    </main>
  );
}
