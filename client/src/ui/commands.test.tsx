import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { commandAt, commands, commandsOf, type Scope, shownKeys } from "./commands";
import { useCommands } from "./useCommands";
import { ValueField } from "./ValueField";

afterEach(cleanup);

const key = (of: Partial<KeyboardEvent>) => ({
  key: "",
  code: "",
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  shiftKey: false,
  repeat: false,
  ...of,
});

describe("keys", () => {
  it("follow German and French layouts", () => {
    // German: Z and Y change places, and ? is Shift with ß.
    expect(commandAt("show", key({ key: "z", code: "KeyY", ctrlKey: true }))).toBe("undo");
    expect(commandAt("show", key({ key: "y", code: "KeyZ", ctrlKey: true }))).toBe("redo");
    expect(commandAt("show", key({ key: "?", code: "Minus", shiftKey: true }))).toBe("help");
    // French: Z is where W is elsewhere, and digits need Shift.
    expect(commandAt("show", key({ key: "z", code: "KeyW", ctrlKey: true }))).toBe("undo");
    expect(commandAt("stage", key({ key: "&", code: "Digit1" }))).toBe("manual");
    expect(commandAt("stage", key({ key: "1", code: "Digit1", shiftKey: true }))).toBe("manual");
    expect(commandAt("stage", key({ key: "à", code: "Digit0" }))).toBe("silence");
    // With the lock on, letters are capitals.
    expect(commandAt("cue", key({ key: "M", code: "KeyM", shiftKey: false }))).toBe("mute");
    expect(commandAt("cue", key({ key: "B", shiftKey: true }))).toBe("fadeInShorter");
  });

  it("stand for one command each", () => {
    for (const scope of Object.keys(commands) as Scope[]) {
      const keys = commandsOf(scope).flatMap(([, command]) => command.keys);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });

  it("repeat only where that makes sense", () => {
    expect(commandAt("stage", key({ key: "ArrowRight", repeat: true }))).toBeUndefined();
    expect(commandAt("stage", key({ key: "p", repeat: true }))).toBeUndefined();
    expect(commandAt("cue", key({ key: "-", repeat: true }))).toBe("quieter");
  });
});

describe("commands", () => {
  const [undo, play, next] = [vi.fn(), vi.fn(), vi.fn()];
  const Show = () => {
    useCommands("show", { undo, play });
    return (
      <>
        <ValueField label="Level" value="−6 dB" show={(v) => v} read={(v) => v} commit={vi.fn()} />
        <input aria-label="Search" />
        <select aria-label="Kind" />
        <button type="button">Press</button>
      </>
    );
  };
  const Stage = () => {
    useCommands("stage", { next });
    return null;
  };
  afterEach(() => vi.clearAllMocks());

  it("work in fields where nothing is being typed", () => {
    render(<Show />);
    const press = (label: string, of: object) => fireEvent.keyDown(screen.getByLabelText(label), of);
    const ctrlZ = { key: "z", ctrlKey: true };
    for (const label of ["Level", "Kind"]) press(label, ctrlZ);
    expect(undo).toHaveBeenCalledTimes(2);
    fireEvent.change(screen.getByLabelText("Level"), { target: { value: "−7" } });
    for (const label of ["Level", "Search"]) press(label, ctrlZ);
    expect(undo).toHaveBeenCalledTimes(2);
    press("Search", { key: " " });
    fireEvent.keyDown(screen.getByText("Press"), { key: " " });
    expect(play).not.toHaveBeenCalled();
    fireEvent.keyDown(document.body, { key: " " });
    expect(play).toHaveBeenCalledTimes(1);
  });

  it("of an editor are disabled while presenting", () => {
    const { rerender } = render(
      <>
        <Show />
        <Stage />
      </>,
    );
    fireEvent.keyDown(document.body, { key: " " });
    expect([play.mock.calls.length, next.mock.calls.length]).toEqual([0, 1]);
    rerender(<Show />);
    fireEvent.keyDown(document.body, { key: " " });
    expect([play.mock.calls.length, next.mock.calls.length]).toEqual([1, 1]);
  });
});

it("docs/keys.md lists them", async () => {
  const { readFileSync, writeFileSync } = await import("node:fs");
  const path = "../docs/keys.md";
  const tables = (Object.keys(commands) as Scope[]).map(
    (scope) =>
      `## ${titles[scope]}\n\n| keys | |\n|---|---|\n` +
      commandsOf(scope)
        .map(([, command]) => `| ${shownKeys(command).join(", ")} | ${command.does} |`)
        .join("\n"),
  );
  const text = `# Keys\n\nMade from \`client/src/ui/commands.ts\`: \`PHONARIS_WRITE_KEYS=1 npx vitest run src/ui/commands.test.tsx\` writes it. Ctrl is Cmd on a Mac.\n\n${tables.join("\n\n")}\n`;
  if (process.env.PHONARIS_WRITE_KEYS) writeFileSync(path, text);
  expect(readFileSync(path, "utf8")).toBe(text);
});

const titles: Record<Scope, string> = {
  show: "Everywhere",
  sheet: "Run sheet",
  slide: "On a slide",
  cue: "On a cue",
  levels: "Levels",
  stage: "Presenting, and in the player",
  presenter: "Presenting: a cue, and the notes",
  player: "Player",
};
