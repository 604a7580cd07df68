import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { MemoryRouter, Route, Routes } from "react-router";
import { afterEach, expect, it, vi } from "vitest";
import { guideOf } from "../ui/guideOf";
import { guidePages, searchGuide } from "./guide";
import GuidePage from "./GuidePage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const folder = "../docs/guide";
const written = (id: string) => readFileSync(`${folder}/${id}.md`, "utf8");

it("has every page, and each view's help opens one", () => {
  expect(guidePages.map(({ id }) => `${id}.md`).toSorted()).toEqual(readdirSync(folder).toSorted());
  const views = ["", "/fit", "/levels", "/checks", "/dry-run", "/export", "/present"].map((view) => `/shows/x${view}`);
  for (const view of views) expect(existsSync(`${folder}/${guideOf(view).slice("/guide/".length)}.md`)).toBe(true);
  expect(guideOf("/")).toBe("/guide");
});

it("names buttons and fields as the app does", { timeout: 60_000 }, () => {
  // Values within a text stand in braces.
  const texts = execFileSync("node", ["scripts/words.mjs"], { maxBuffer: 1 << 24 })
    .toString()
    .split("\n")
    .map((line) => line.split("\t")[2] ?? "")
    // What is almost all values says nothing about a name.
    .filter((text) => text.replace(/\{[^}]*\}|[^A-Za-z]/g, "").length > 1)
    .map(
      (text) =>
        new RegExp(
          `^${text
            .split(/\{[^}]*\}/)
            .map(escaped)
            .join(".*?")}$`,
        ),
    );
  const unknown = guidePages.flatMap(({ id }) =>
    [...written(id).matchAll(/\*\*([^*]+)\*\*/g)]
      .map(([, name = ""]) => name.replace(/\s+/g, " "))
      .filter((name) => !name.endsWith(".") && !texts.some((text) => text.test(name)))
      .map((name) => `${id}: ${name}`),
  );
  expect(unknown).toEqual([]);
});

it("fits a screen, and its links and pictures are there", () => {
  for (const { id } of guidePages) {
    const page = written(id);
    expect(page.split(/\s+/).length, id).toBeLessThan(240);
    for (const [, path = ""] of page.matchAll(/\]\(([^)]+)\)/g))
      expect(existsSync(`${folder}/${path}`), path).toBe(true);
  }
});

it("is searched by words, and opens a page", () => {
  expect(searchGuide("silent fix").map(({ id }) => id)).toContain("why-is-it-silent");
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  render(
    <MemoryRouter initialEntries={["/guide"]}>
      <Routes>
        <Route path="/guide/:pageId?" element={<GuidePage />} />
      </Routes>
    </MemoryRouter>,
  );
  fireEvent.change(screen.getByRole("searchbox"), { target: { value: "clicker phone" } });
  fireEvent.click(screen.getByRole("link", { name: "Present with a clicker" }));
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Present with a clicker");
  fireEvent.change(screen.getByRole("searchbox"), { target: { value: "xylophone" } });
  expect(screen.getByText("No results. Try fewer words.")).toBeTruthy();
});

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
