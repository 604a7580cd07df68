import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { viewOf } from "../tests/show";
import { captionAt, type PlayerData } from "./data";
import { EndCard } from "./EndCard";
import { addressOf, bytesOf } from "./files";
import { readPiece, takePieces } from "./pieces";
import { StartCard } from "./StartCard";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  document.body.innerHTML = "";
});

const view = viewOf();
const data: PlayerData = {
  title: "Moth Night",
  run: {
    id: "player",
    revision: 0,
    show: view.show,
    runningOrder: view.runningOrder,
    plan: { places: [], cues: [], handFadeMs: 1500, edge: { ms: 5, curve: "linear" }, silenceFadeMs: 300 },
    stems: [],
    pieceFrames: 230_400,
    plannedSilences: {},
    curves: {},
    manualCues: ["Owl"],
    shownElsewhere: false,
  },
  advanceMode: "hand",
  pictures: { "s1 0": "player/slide1.png" },
  spots: {},
  videos: {},
  captions: {
    s1: [
      { fromMs: 0, toMs: 1500, lines: ["Good evening."] },
      { fromMs: 1500, toMs: 4000, lines: ["Find a seat,", "let your eyes get used to it."] },
    ],
  },
  credits: ["“Dusk Pad” by Aino (CC0-1.0)"],
  piecesAtOnce: 2,
};

const text = (bytes: ArrayBuffer) => new TextDecoder().decode(bytes);

describe("the data of a player", () => {
  it("is read from the page, and each file is decoded once", async () => {
    document.body.innerHTML = `<script type="text/plain" id="7-1">${btoa("third")} ${btoa("fourth")}</script>
      <script type="text/plain" id="slide1.png">${btoa("picture")}</script>`;
    expect(text(await readPiece(7, 2, 2))).toBe("third");
    expect(text(await readPiece(7, 3, 2))).toBe("fourth");
    const made = vi.fn((blob: Blob) => `blob:${blob.type}`);
    vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: made }));
    expect([addressOf("#slide1.png"), addressOf("#slide1.png")]).toEqual(["blob:image/png", "blob:image/png"]);
    expect(made).toHaveBeenCalledTimes(1);
    expect(addressOf("player/slide2.png")).toBe("player/slide2.png");
  });

  it("is loaded as scripts, each once, with retries", async () => {
    const asked: string[] = [];
    let missing = true;
    vi.spyOn(document.head, "append").mockImplementation((node) => {
      const script = node as HTMLScriptElement;
      asked.push(script.getAttribute("src") ?? "");
      if (missing) script.onerror?.(new Event("error"));
      else takePieces("8-0", [btoa("first"), btoa("second")]);
    });
    await expect(readPiece(8, 0, 2)).rejects.toThrow("player/8-0.js is missing");
    missing = false;
    expect((await Promise.all([readPiece(8, 0, 2), readPiece(8, 1, 2)])).map(text)).toEqual(["first", "second"]);
    expect(asked).toEqual(["player/8-0.js", "player/8-0.js"]);
  });

  it("survives base64", () => {
    const bytes = Uint8Array.from({ length: 256 }, (_, i) => i);
    expect(new Uint8Array(bytesOf(btoa(String.fromCharCode(...bytes))))).toEqual(bytes);
  });

  it("shows the caption of a moment", () => {
    expect(captionAt(data, "s1", 1499)).toEqual(["Good evening."]);
    expect(captionAt(data, "s1", 1500)).toEqual(["Find a seat,", "let your eyes get used to it."]);
    expect(captionAt(data, "s1", 4000)).toEqual([]);
    expect(captionAt(data, "s2", 0)).toEqual([]);
  });
});

describe("the cards of a player", () => {
  it("begin as chosen, and report blocked sound", async () => {
    const begin = vi.fn(() => Promise.resolve(false));
    render(<StartCard data={data} advanceMode="hand" begin={begin} />);
    expect(screen.getByText(/3 slides/).textContent).toContain("0:12");
    expect(screen.queryByText(/waits for a hand, and will not sound/)).toBeNull();
    fireEvent.click(screen.getByLabelText("Automatically"));
    expect(screen.getByText(/Owl is triggered manually/)).toBeTruthy();
    expect(screen.getByText("“Dusk Pad” by Aino (CC0-1.0)")).toBeTruthy();
    fireEvent.click(screen.getByText("Begin"));
    expect(begin).toHaveBeenCalledWith("plan");
    await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("blocked the sound"));
  });

  it("end with the credits, and lead back", () => {
    const again = vi.fn();
    render(<EndCard data={data} again={again} />);
    expect(screen.getByLabelText("Credits").textContent).toContain("Dusk Pad");
    fireEvent.click(screen.getByText("Start again"));
    expect(again).toHaveBeenCalledOnce();
    cleanup();
    render(<EndCard data={{ ...data, credits: [] }} again={again} />);
    expect(screen.queryByLabelText("Credits")).toBeNull();
  });
});
