import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { NewShow } from "./NewShow";

const { upload } = vi.hoisted(() => ({ upload: vi.fn() }));
vi.mock("../api/upload", async (real) => ({ ...(await real<object>()), upload }));

const arrived = { hash: "a".repeat(64), name: "talk.pptx" };
type Told = (fraction: number) => void;

beforeEach(() => {
  render(
    <MemoryRouter>
      <Routes>
        <Route path="/" element={<NewShow />} />
        <Route path="/shows/:id" element={<p>It is open.</p>} />
      </Routes>
    </MemoryRouter>,
  );
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const bring = (name: string) =>
  fireEvent.change(screen.getByLabelText("Files of the deck"), { target: { files: [new File(["…"], name)] } });
const fraction = () => screen.getByRole<HTMLProgressElement>("progressbar").position;

/** A server that answers when it is told to, unless it is stopped before. */
function posts() {
  let answer: (reply: object) => void = () => undefined;
  const post = vi.spyOn(api, "POST").mockImplementation(
    ((_: string, { signal }: { signal: AbortSignal }) =>
      new Promise((resolve, reject) => {
        answer = (reply) => resolve({ ...reply, response: new Response() });
        signal.addEventListener("abort", () => reject(signal.reason as Error));
      })) as never,
  );
  return { post, answer: (reply: object) => answer(reply) };
}

it.each([
  ["talk.pptx", "deck", "Reading", "/api/shows"],
  ["talk.phonaris", "show", "Opening", "/api/shows/open"],
])("tells how far %s has come, then that it is read, and opens the show", async (name, purpose, reads, url) => {
  const { post, answer } = posts();
  upload.mockImplementation((file: File, _: string, tell: Told) => {
    tell(0.25);
    return Promise.resolve({ ...arrived, name: file.name });
  });
  bring(name);
  await screen.findByText(`${reads} ${name}…`);
  expect(upload.mock.calls.at(-1)?.[1]).toBe(purpose);
  // How long that takes is not known.
  expect(fraction()).toBe(-1);
  expect(post.mock.calls[0]?.[0]).toBe(url);
  answer({ data: { id: "s1" } });
  await screen.findByText("It is open.");
});

it("can be cancelled during upload and reading without an error, and unreadable files are reported", async () => {
  const { answer } = posts();
  upload.mockImplementationOnce((_: File, __: string, tell: Told, signal: AbortSignal) => {
    tell(0.25);
    return new Promise((___, reject) => signal.addEventListener("abort", () => reject(signal.reason as Error)));
  });
  bring("talk.pptx");
  await screen.findByText("Uploading talk.pptx…");
  expect(fraction()).toBe(0.25);
  fireEvent.click(screen.getByText("Cancel"));
  await waitFor(() => expect(screen.queryByRole("progressbar")).toBeNull());

  upload.mockResolvedValue(arrived);
  bring("talk.pptx");
  await screen.findByText("Reading talk.pptx…");
  fireEvent.click(screen.getByText("Cancel"));
  await waitFor(() => expect(screen.queryByRole("progressbar")).toBeNull());
  expect(screen.queryByRole("alert")).toBeNull();

  bring("talk.pptx");
  await screen.findByText("Reading talk.pptx…");
  answer({ error: { title: "talk.pptx is damaged." } });
  expect((await screen.findByRole("alert")).textContent).toBe("talk.pptx is damaged.");
});
