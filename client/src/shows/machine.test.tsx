import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { useSettings } from "../ui/settings";
import { MachineNotice } from "./MachineNotice";

const open = (...missing: string[]) => {
  vi.spyOn(api, "GET").mockResolvedValue({
    data: missing.map((what) => ({
      what,
      cost: "MP3 cannot be exported",
      mend: "sudo apt install ffmpeg",
      sentence: `${what}.`,
    })),
    response: new Response(),
  } as never);
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MachineNotice />
    </QueryClientProvider>,
  );
};

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  useSettings.setState({ closedNotice: undefined });
});

it("names what the machine lacks and how to install it, until it is closed", async () => {
  open("ffmpeg is not installed");
  expect(await screen.findByText("ffmpeg is not installed.", { exact: false })).toBeTruthy();
  expect(screen.getByText("sudo apt install ffmpeg").tagName).toBe("CODE");
  fireEvent.click(screen.getByRole("button", { name: "Close" }));
  expect(screen.queryByText("sudo apt install ffmpeg")).toBeNull();
  cleanup();
  // Something else is missing: it is said again.
  open("ffmpeg is not installed", "pdftoppm is not installed");
  expect(await screen.findByText("pdftoppm is not installed.", { exact: false })).toBeTruthy();
});
