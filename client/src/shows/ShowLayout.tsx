import { Headphones, History, Keyboard, Moon, Redo2, Sun, Undo2 } from "lucide-react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState, type DragEvent, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, NavLink, Outlet, useParams } from "react-router";
import type { ShowView } from "../api/client";
import { useLive } from "../api/live";
import { useEdits, useShow } from "../api/queries";
import { usePlayer } from "../hearing/usePlayer";
import { DeckDialog } from "../decks/DeckDialog";
import { droppedFiles } from "../sounds/droppedFiles";
import { useBringIn } from "../sounds/useBringIn";
import { isForControl, isInDialog } from "../ui/keys";
import { useTheme } from "../ui/theme";
import { RunningTime } from "../time/RunningTime";
import { ValueField } from "../ui/ValueField";
import { ChecksCount } from "../checks/ChecksCount";
import { HistoryDialog } from "./HistoryDialog";
import { KeysDialog } from "./KeysDialog";
import { ActionsContext, ShowContext, type ShowActions } from "./ShowContext";

/** An open show: the bar above, and the view below it. Files dropped anywhere on it are brought in. */
export function ShowLayout() {
  const { showId = "" } = useParams();
  const { data: view, error } = useShow(showId);
  const { edit, undo, redo } = useEdits(showId);
  const { player, playing, play } = usePlayer(`/api/shows/${showId}/sound`);
  const { uploads, bringIn, replace, arrived, settle } = useBringIn(showId);
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
    <ShowContext value={{ view, edit, undo, redo, player, playing, play, alone, hearAlone, bringIn, replace, uploads }}>
      <div
        className="flex h-screen flex-col overflow-hidden md:min-w-[60rem]"
        onDragOver={(event) => event.dataTransfer.types.includes("Files") && event.preventDefault()}
        onDrop={onDrop}
      >
        <header className="bg-base-100 line-b flex h-13 shrink-0 items-center gap-4 px-4 max-md:gap-2">
          <Link to="/" className="text-primary font-display text-xl font-bold" title="All shows">
            Phonaris
          </Link>
          <div className="max-md:hidden">
            <ValueField
              label="Title of the show"
              words
              value={view.show.title}
              show={(title) => title}
              read={(typed) => typed.trim() || undefined}
              commit={(title) => edit({ kind: "renameShow", title })}
              width="13.5rem"
            />
          </div>
          <nav className="flex h-full min-w-0 max-md:overflow-x-auto max-md:[scrollbar-width:none]!" aria-label="Views">
            <View to={`/shows/${showId}`} name="Run sheet" />
            <View to={`/shows/${showId}/fit`} name="Fit" deep />
            <View to={`/shows/${showId}/levels`} name="Levels" />
            <View to={`/shows/${showId}/checks`} name="Checks">
              <ChecksCount />
            </View>
            <View to={`/shows/${showId}/dry-run`} name="Dry run" />
            <View to={`/shows/${showId}/export`} name="Export" />
            <View to={`/shows/${showId}/present`} name="Present" />
          </nav>
          {!connected && (
            <span role="status" className="text-warning text-sm">
              The server is away. What you did is kept; trying again…
            </span>
          )}
          {alone.length > 0 && (
            <button type="button" className="btn btn-warning btn-xs" onClick={() => hearAlone([])}>
              <Headphones size={14} /> Heard alone: hear all again
            </button>
          )}
          <div className="ml-auto flex items-center gap-1">
            <RunningTime />
            <span className="contents max-md:hidden">
              <IconButton label={view.undo ? `Undo: ${view.undo}` : "Nothing to undo"} off={!view.undo} press={undo}>
                <Undo2 size={18} />
              </IconButton>
              <IconButton label={view.redo ? `Redo: ${view.redo}` : "Nothing to redo"} off={!view.redo} press={redo}>
                <Redo2 size={18} />
              </IconButton>
              <IconButton label="What was done, and versions" press={() => setOpen("history")}>
                <History size={18} />
              </IconButton>
              <IconButton label="Keys" press={() => setOpen("keys")}>
                <Keyboard size={18} />
              </IconButton>
            </span>
            <ThemeButton />
          </div>
        </header>
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

/** A view; a deep one has places of its own below its address. */
function View({
  to,
  name,
  deep = false,
  children,
}: {
  to: string;
  name: string;
  deep?: boolean;
  children?: ReactNode;
}) {
  return (
    <NavLink
      to={to}
      end={!deep}
      className={({ isActive }) =>
        `flex h-full items-center border-b-3 px-2.5 text-[0.9375rem] whitespace-nowrap max-md:px-2 ${isActive ? "border-primary text-primary font-bold" : "border-transparent"}`
      }
    >
      {name}
      {children}
    </NavLink>
  );
}

interface IconButtonProps {
  label: string;
  off?: boolean;
  press: () => void;
  children: ReactNode;
}

function IconButton({ label, off = false, press, children }: IconButtonProps) {
  return (
    <button
      type="button"
      className="btn btn-ghost btn-sm btn-square"
      aria-label={label}
      title={label}
      disabled={off}
      onClick={press}
    >
      {children}
    </button>
  );
}

export function ThemeButton() {
  const [theme, setTheme] = useTheme();
  const other = theme === "fennel" ? "lantern" : "fennel";
  return (
    <IconButton label={other === "lantern" ? "Dark room colours" : "Daylight colours"} press={() => setTheme(other)}>
      {theme === "fennel" ? <Moon size={18} /> : <Sun size={18} />}
    </IconButton>
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
