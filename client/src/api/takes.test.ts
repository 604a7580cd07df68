import { afterEach, expect, it, vi } from "vitest";
import { TakeUpload } from "./takes";

afterEach(() => vi.unstubAllGlobals());

/** A server for one upload that keeps what it is sent, unless it is down. */
function serverOf(down: () => boolean) {
  let stored = "";
  vi.stubGlobal(
    "fetch",
    vi.fn(async (address: string | Request, init?: RequestInit) => {
      if (down()) throw new TypeError("Failed to fetch");
      if (address instanceof Request) return Response.json({ name: "Voice.webm", hash: "a" });
      const headers = new Headers(init?.headers);
      if (init?.method === "POST") return new Response(null, { status: 201, headers: { Location: "/api/uploads/t" } });
      if (init?.method === "HEAD") return new Response(null, { headers: { "Upload-Offset": String(stored.length) } });
      if (headers.get("Upload-Offset") !== String(stored.length)) return new Response(null, { status: 409 });
      if (init?.body) stored += await (init.body as Blob).text();
      return new Response(null, { status: 204 });
    }),
  );
  return { stored: () => stored };
}

it("resends lost parts, and can be finished when the server is back", async () => {
  let calls = 0;
  let down = true;
  // At first there is no server; later one request in three fails.
  const server = serverOf(() => down || ++calls % 3 === 0);
  const take = new TakeUpload("show", "Voice.webm");
  take.add(new Blob(["one "]));
  await expect(take.finish()).rejects.toThrow("isn't responding");
  down = false;
  for (const part of ["two ", "three ", "four"]) take.add(new Blob([part]));
  for (let tries = 0; tries < 10; tries++)
    try {
      expect((await take.finish()).name).toBe("Voice.webm");
      break;
    } catch {
      // Tried again, as a user would.
    }
  expect(server.stored()).toBe("one two three four");
});
