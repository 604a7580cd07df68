import { Headphones, History, House, Keyboard, Menu as MenuIcon, Redo2, Undo2 } from "lucide-react";
import { useEffect, useRef, type ReactNode } from "react";
import { Link, NavLink, useLocation } from "react-router";
import { ChecksCount } from "../checks/ChecksCount";
import { RunningTime } from "../time/RunningTime";
import { keysOf } from "../ui/commands";
import { HelpLink } from "../ui/HelpLink";
import { IconButton } from "../ui/IconButton";
import { Menu, MenuEntry } from "../ui/Menu";
import { Status } from "../ui/Status";
import { ThemeButton } from "../ui/ThemeButton";
import { ValueField } from "../ui/ValueField";
import { useOpenShow, useOpenState, useView } from "../show/openShow";
import { words } from "./words";

interface Props {
  connected: boolean;
  open: (dialog: "history" | "keys") => void;
}

/** The bar of a show: its title, views and running time, undo and redo. On narrow screens, less frequent actions are in a menu. */
export function Bar({ connected, open }: Props) {
  const view = useView();
  const solo = useOpenState((state) => state.solo);
  const { id: showId, edit, undo, redo, setSolo } = useOpenShow();
  return (
    <header className="bg-base-100 line-b flex h-13 shrink-0 items-center gap-3 px-4 max-xl:gap-2.5 max-xl:px-3">
      <Link
        to="/"
        className="text-primary font-display text-xl font-bold"
        title={words.allShows}
        aria-label={words.home}
      >
        <span className="max-sm:hidden">{words.product}</span>
        <House size={18} className="sm:hidden" aria-hidden="true" />
      </Link>
      <div className="min-w-26 shrink-1000 basis-54 max-lg:hidden">
        <ValueField
          label={words.showTitle}
          words
          value={view.show.title}
          show={(title) => title}
          read={(typed) => typed.trim() || undefined}
          commit={(title) => edit({ kind: "renameShow", title })}
          width="100%"
        />
      </div>
      <Views>
        <View to={`/shows/${showId}`} name={words.runSheet} />
        <View to={`/shows/${showId}/fit`} name={words.fit} deep />
        <View to={`/shows/${showId}/levels`} name={words.levels} />
        <View to={`/shows/${showId}/checks`} name={words.checks}>
          <ChecksCount />
        </View>
        <View to={`/shows/${showId}/dry-run`} name={words.dryRun} />
        <View to={`/shows/${showId}/export`} name={words.export} />
        <View to={`/shows/${showId}/present`} name={words.present} />
      </Views>
      {!connected && <Status className="text-warning text-sm">{words.disconnected}</Status>}
      {solo.length > 0 && (
        <button type="button" className="btn btn-warning btn-xs shrink-0" onClick={() => setSolo([])}>
          <Headphones size={14} /> {words.clearSolo}
        </button>
      )}
      <div className="ml-auto flex shrink-0 items-center gap-1">
        <RunningTime />
        <IconButton label={words.undo(view.undo)} keys={keysOf("show", "undo")} off={!view.undo} press={undo}>
          <Undo2 size={18} />
        </IconButton>
        <span className="contents max-lg:hidden">
          <IconButton label={words.redo(view.redo)} keys={keysOf("show", "redo")} off={!view.redo} press={redo}>
            <Redo2 size={18} />
          </IconButton>
          <IconButton label={words.history} press={() => open("history")}>
            <History size={18} />
          </IconButton>
          <IconButton label={words.keys} keys={keysOf("show", "help")} press={() => open("keys")}>
            <Keyboard size={18} />
          </IconButton>
        </span>
        <div className="lg:hidden">
          <Menu
            side="right"
            className="btn btn-ghost btn-sm btn-square"
            label={words.more}
            words={<MenuIcon size={18} />}
          >
            <MenuEntry disabled={!view.redo} choose={redo}>
              {words.redo(view.redo)}
            </MenuEntry>
            <MenuEntry choose={() => open("history")}>{words.history}</MenuEntry>
            <MenuEntry choose={() => open("keys")}>{words.keys}</MenuEntry>
          </Menu>
        </div>
        <HelpLink />
        <ThemeButton />
      </div>
    </header>
  );
}

/** The views in one line; when it is too narrow, it scrolls to the open one. */
function Views({ children }: { children: ReactNode }) {
  const nav = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // Newer browsers return a promise from scrolling, which an effect must not return.
  useEffect(() => {
    nav.current?.querySelector("[aria-current=page]")?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [pathname]);
  return (
    <nav ref={nav} className="flex h-full min-w-0 overflow-x-auto [scrollbar-width:none]!" aria-label={words.views}>
      {children}
    </nav>
  );
}

/** A view; a deep view has pages of its own below its address. */
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
        `flex h-full items-center border-b-3 px-2.5 -outline-offset-2! text-[0.9375rem] whitespace-nowrap max-2xl:px-2 max-xl:px-1.5 max-xl:text-sm ${isActive ? "border-primary text-primary font-bold" : "border-transparent"}`
      }
    >
      {name}
      {children}
    </NavLink>
  );
}
