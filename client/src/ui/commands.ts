/** A command: its keys as printed on keyboards, and its description. */
export interface Command {
  keys: readonly string[];
  does: string;
  /** Whether it repeats while the key is held. */
  repeats?: boolean;
  /** Whether it also works in dialogs, and in fields where nothing has been typed. */
  inFields?: boolean;
}

/**
 * All commands with keys, by the scope in which they work. The key handlers, the list of shortcuts and docs/keys.md are made from this table. A key is identified by the
 * character it produces (KeyboardEvent.key), so that it works on all layouts. Ctrl stands for Cmd as well.
 */
export const commands = {
  show: {
    play: { keys: ["Space"], does: "play or stop" },
    undo: { keys: ["Ctrl+Z"], does: "undo", repeats: true, inFields: true },
    redo: { keys: ["Ctrl+Y", "Ctrl+Shift+Z"], does: "redo", repeats: true, inFields: true },
    help: { keys: ["?"], does: "list of keys" },
  },
  sheet: {
    deselect: { keys: ["Escape"], does: "select nothing" },
    place: { keys: ["L"], does: "place the selected sound on the selected slides" },
    moveUp: { keys: ["Alt+ArrowUp"], does: "move the selected slides up", repeats: true },
    moveDown: { keys: ["Alt+ArrowDown"], does: "move the selected slides down", repeats: true },
    remove: { keys: ["Delete", "Backspace"], does: "remove the selected cues" },
    copy: { keys: ["Ctrl+C"], does: "copy the selected cues" },
    paste: { keys: ["Ctrl+V"], does: "paste cues or files from the selected slide on" },
    duplicate: { keys: ["Ctrl+D"], does: "copy the selected cues to the slides after them" },
    solo: { keys: ["A"], does: "solo the selected cues" },
  },
  slide: {
    previous: {
      keys: ["ArrowUp", "Shift+ArrowUp"],
      does: "previous slide, or with Shift extend the selection",
      repeats: true,
    },
    next: {
      keys: ["ArrowDown", "Shift+ArrowDown"],
      does: "next slide, or with Shift extend the selection",
      repeats: true,
    },
    first: { keys: ["Home", "Shift+Home"], does: "first slide" },
    last: { keys: ["End", "Shift+End"], does: "last slide" },
    cues: { keys: ["ArrowRight"], does: "first cue on the slide" },
  },
  cue: {
    previous: { keys: ["ArrowUp"], does: "previous cue", repeats: true },
    next: { keys: ["ArrowDown"], does: "next cue", repeats: true },
    slide: { keys: ["ArrowLeft"], does: "back to its slide" },
    select: {
      keys: ["Enter", "Shift+Enter", "Ctrl+Enter"],
      does: "select it, or with Shift or Ctrl add it to the selection",
    },
    endEarlier: { keys: ["Shift+ArrowUp"], does: "end one slide earlier", repeats: true },
    endLater: { keys: ["Shift+ArrowDown"], does: "end one slide later", repeats: true },
    beginEarlier: { keys: ["Alt+ArrowUp"], does: "start one slide earlier", repeats: true },
    beginLater: { keys: ["Alt+ArrowDown"], does: "start one slide later", repeats: true },
    earlier: { keys: ["Ctrl+ArrowUp"], does: "move it and the selected cues one slide up", repeats: true },
    later: { keys: ["Ctrl+ArrowDown"], does: "move it and the selected cues one slide down", repeats: true },
    louder: { keys: ["+", "="], does: "louder by 1 dB", repeats: true },
    quieter: { keys: ["-"], does: "quieter by 1 dB", repeats: true },
    fadeInLonger: { keys: ["B"], does: "fade in longer by 0.5 s", repeats: true },
    fadeInShorter: { keys: ["Shift+B"], does: "fade in shorter by 0.5 s", repeats: true },
    fadeOutLonger: { keys: ["E"], does: "fade out longer by 0.5 s", repeats: true },
    fadeOutShorter: { keys: ["Shift+E"], does: "fade out shorter by 0.5 s", repeats: true },
    mute: { keys: ["M"], does: "mute" },
  },
  levels: {
    compare: { keys: ["M"], does: "compare matched levels with levels as set" },
  },
  stage: {
    next: {
      keys: ["ArrowRight", "ArrowDown", "PageDown", "Space", "Enter"],
      does: "next, or from a waiting loop, begin the talk",
    },
    previous: { keys: ["ArrowLeft", "ArrowUp", "PageUp", "Backspace"], does: "previous" },
    slides: { keys: ["G"], does: "go to any slide by number or picture" },
    first: { keys: ["Home"], does: "first slide" },
    last: { keys: ["End"], does: "last slide" },
    black: { keys: ["B", "."], does: "black screen" },
    manual: { keys: ["1", "2", "3", "4", "5", "6", "7", "8", "9"], does: "trigger a manual cue of the slide" },
    silence: { keys: ["S", "0"], does: "silence everything" },
    pause: { keys: ["P"], does: "pause or resume" },
    keys: { keys: ["?"], does: "list of keys" },
  },
  presenter: {
    which: { keys: ["W"], does: "select the cue for these keys" },
    hold: { keys: ["H"], does: "pause or resume it" },
    restart: { keys: ["A"], does: "restart it" },
    back: { keys: ["Q"], does: "back 5 s", repeats: true },
    on: { keys: ["E"], does: "forward 5 s", repeats: true },
    mark: { keys: ["M"], does: "go to its next marker" },
    fade: { keys: ["F"], does: "fade it out" },
    largerNotes: { keys: ["+", "="], does: "larger notes", repeats: true },
    smallerNotes: { keys: ["-"], does: "smaller notes", repeats: true },
    time: { keys: ["T"], does: "announce the time" },
  },
  player: {
    captions: { keys: ["C"], does: "captions on or off" },
    fullScreen: { keys: ["F"], does: "full screen" },
  },
} as const satisfies Record<string, Record<string, Command>>;

export type Scope = keyof typeof commands;
export type CommandOf<S extends Scope> = keyof (typeof commands)[S] & string;

/** The commands of a scope, each with its name. */
export const commandsOf = <S extends Scope>(scope: S) =>
  Object.entries(commands[scope]) as unknown as readonly (readonly [CommandOf<S>, Command])[];

type Key = Pick<KeyboardEvent, "key" | "code" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey" | "repeat">;

/** The command of a key in a scope. */
export function commandAt<S extends Scope>(scope: S, event: Key): CommandOf<S> | undefined {
  const found = commandsOf(scope).find(([, { keys }]) => keys.some((written) => isKey(event, written)));
  return found && (!event.repeat || found[1].repeats) ? found[0] : undefined;
}

/** Whether a keyboard event matches a key. */
function isKey(event: Key, written: string): boolean {
  const parts = written === "+" ? ["+"] : written.split("+");
  const key = parts.at(-1) ?? "";
  if ((event.ctrlKey || event.metaKey) !== parts.includes("Ctrl") || event.altKey !== parts.includes("Alt"))
    return false;
  // On some keyboards digits and signs need Shift; on a French one digits always do.
  if (/^\d$/.test(key)) return event.key === key || (event.code === `Digit${key}` && !event.shiftKey);
  if (key.length === 1 && !/[A-Z]/.test(key)) return event.key === key;
  return (
    event.shiftKey === parts.includes("Shift") &&
    event.key.toLowerCase() === (key === "Space" ? " " : key.toLowerCase())
  );
}

const symbols: Record<string, string> = {
  ArrowUp: "↑",
  ArrowDown: "↓",
  ArrowLeft: "←",
  ArrowRight: "→",
  PageUp: "Page up",
  PageDown: "Page down",
  "-": "−",
};

/** The keys of a command for display. */
export const keysOf = <S extends Scope>(scope: S, name: CommandOf<S>) => shownKeys(commands[scope][name] as Command);

/** Keys for display: "Ctrl+Z", "Shift+↓". */
export const shownKeys = ({ keys }: Command) =>
  keys.map((written) =>
    written === "+"
      ? "+"
      : written
          .split("+")
          .map((part) => symbols[part] ?? part)
          .join("+"),
  );
