import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { answerGets, answerPosts, cue, open, sound, viewOf } from "../tests/show";
import { ClearanceCard } from "./ClearanceCard";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = viewOf({
  sounds: [sound("Pad"), sound("Curtain", { kind: "spot" })],
  cues: [cue("c1", "Pad"), cue("c2", "Curtain")],
  showing: { byItself: false, where: "web" },
});
const cleared = (name: string, answer: Schemas["UsageRight"], why: string): Schemas["ClearedSound"] => ({
  soundId: name,
  name,
  licence: "",
  answer,
  why,
  open: answer !== "yes" && answer !== "credit",
});

function show(sounds: readonly Schemas["ClearedSound"][]) {
  answerGets((path) => ({ data: path.endsWith("/clearance") ? sounds : [] }));
  return open(view, <ClearanceCard />);
}

it("lists uncleared sounds with reasons, and hides the rest", async () => {
  const { edit } = show([
    cleared("Pad", "credit", "CC-BY-4.0 asks for credit."),
    cleared("Curtain", "ask", "“All rights reserved” does not say it, and no proof of leave is kept."),
  ]);
  await screen.findByText("1 of 2 sounds cleared. To resolve:");
  expect(screen.getByText("Curtain").closest("li")?.textContent).toContain("Unknown. “All rights reserved”");
  expect(screen.getByText("Cleared sounds").closest("details")?.textContent).toContain("Pad Allowed with credit");
  expect(screen.getByText(/not legal advice/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText("Destination"), { target: { value: "room" } });
  expect(edit).toHaveBeenCalledWith({ kind: "setShowing", showing: { byItself: false, where: "room" } });
});

it("asks the clearance desk, pays its fee on request, and shows its answer", async () => {
  const bodies: unknown[] = [];
  answerPosts((url, body) => {
    bodies.push([url, body]);
    const answer = { says: "fee", why: "The desk gives leave for a fee of 18.", fee: 18, number: null };
    return bodies.length === 1
      ? { data: { answer, edited: null } }
      : { data: { answer: { ...answer, says: "no", why: "The desk gives no leave to sell with it." }, edited: null } };
  });
  show([cleared("Curtain", "ask", "Nothing is known of its licence.")]);
  fireEvent.click(await screen.findByText("Ask the clearance desk"));
  fireEvent.click(await screen.findByText("Pay 18 and save proof"));
  await screen.findByText("The desk gives no leave to sell with it.");
  expect(bodies).toEqual([
    ["/api/shows/{id}/sounds/{soundId}/ask-desk", { pays: false }],
    ["/api/shows/{id}/sounds/{soundId}/ask-desk", { pays: true }],
  ]);
});

it("offers other pieces of its kind, similar lengths first", async () => {
  const piece = (id: string, seconds: number) => ({
    id,
    title: id,
    kind: "bed",
    mood: "calm",
    words: "",
    seconds,
    author: "",
    licence: "CC0-1.0",
    fileName: "",
  });
  const asked: unknown[] = [];
  HTMLMediaElement.prototype.pause = () => undefined;
  answerGets((path, query) => {
    if (path.endsWith("/clearance")) return { data: [cleared("Pad", "no", "It may not.")] };
    asked.push(query?.["kind"]);
    return { data: [piece("Short", 5), piece("Long", 400), piece("Alike", 55)] };
  });
  const posted = answerPosts(() => ({ error: { title: "The catalogue does not answer just now." } }));
  open(view, <ClearanceCard />);
  fireEvent.click(await screen.findByText("Find another piece"));
  const dialog = within(await screen.findByRole("dialog"));
  await waitFor(() =>
    expect(dialog.getAllByText("Use it instead").map((b) => b.closest("li")?.dataset["piece"])).toEqual([
      "Alike",
      "Long",
      "Short",
    ]),
  );
  expect(asked).toContain("bed");
  fireEvent.click(dialog.getAllByText("Use it instead")[0] as HTMLElement);
  await waitFor(() =>
    expect(posted).toHaveBeenCalledWith("/api/shows/{id}/sounds/{soundId}/catalogue/{pieceId}", {
      params: { path: { id: "show", soundId: "Pad", pieceId: "Alike" } },
    }),
  );
});
