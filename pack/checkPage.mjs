// Uses an installed Phonaris in a real browser: a deck and a sound in; a film, a presentation file and a player out.
// node checkPage.mjs ADDRESS DECK SOUND: the address is the one that Phonaris prints. Needs chromium and chromedriver.
import { spawn } from "node:child_process";
import { createInterface } from "node:readline";

const [address, deck, sound] = process.argv.slice(2);
const patience = 120_000;
const elementKey = "element-6066-11e4-a52e-4f735466cecf"; // W3C WebDriver, section 12.

const driver = spawn("chromedriver", ["--port=0"], { stdio: ["ignore", "pipe", "inherit"] });
const base = await new Promise((found) =>
  createInterface({ input: driver.stdout }).on("line", (line) => {
    const port = /started successfully on port (\d+)/.exec(line)?.[1];
    if (port) found(`http://127.0.0.1:${port}/session`);
  }),
);

async function send(method, path, body) {
  const answer = await fetch(base + path, { method, body: body && JSON.stringify(body), headers: { "Content-Type": "application/json" } });
  const { value } = await answer.json();
  if (!answer.ok) throw new Error(`${path}: ${value.message}`);
  return value;
}

const args = ["--headless=new", "--no-sandbox", "--disable-gpu", "--window-size=1280,800"];
const { sessionId } = await send("POST", "", {
  capabilities: { alwaysMatch: { "goog:chromeOptions": { args, binary: "/usr/bin/chromium" } } },
});
const post = (path, body) => send("POST", `/${sessionId}${path}`, body);
const evaluate = (script) => post("/execute/async", { script: `const done = arguments[0]; (async () => ${script})().then(done, (e) => done("" + e))`, args: [] });

async function until(script, what) {
  for (const end = Date.now() + patience; Date.now() < end; await new Promise((r) => setTimeout(r, 100)))
    if ((await evaluate(script)) === true) return;
  throw new Error(`Waited in vain for ${what}. The page shows: ${await evaluate("document.body.innerText")}`);
}

async function upload(input, file) {
  const element = await post("/element", { using: "css selector", value: `input[aria-label='${input}']` });
  await post(`/element/${element[elementKey]}/value`, { text: file });
}

try {
  await post("/timeouts", { script: patience });
  // Without its key the address lets nobody in.
  await post("/url", { url: new URL("/", address).href });
  await until("!document.querySelector('input') && document.body.innerText.includes('phonaris open')", "the page without the key");
  await post("/url", { url: address });
  await until("!!document.querySelector(\"input[aria-label='Files of the deck']\")", "the first page");
  await upload("Files of the deck", deck);
  await until("[...document.querySelectorAll('[data-slide] img')].length > 1 && [...document.querySelectorAll('[data-slide] img')].every((i) => i.naturalWidth > 0)", "the slides");
  await upload("Files to import", sound);
  await until("!!document.querySelector('[data-sound] svg path')", "the sound");
  const slides = await evaluate("document.querySelectorAll('[data-slide]').length");
  console.log(`page: ${slides} slides and a sound imported`);
  const show = new URL(await send("GET", `/${sessionId}/url`)).pathname;
  await post("/url", { url: new URL(`${show}/export`, address).href });
  const made = [["Screen or website", "film"], ["Presentation file", "presentation"], ["Browser", "player"]];
  for (const [before, [recipient, file]] of made.entries()) {
    await until(`(() => { const b = [...document.querySelectorAll("nav button")].find((b) => b.textContent.startsWith("${recipient}")); b?.click(); return !!b; })()`, recipient);
    await until("(() => { const b = document.querySelector(\"section[aria-label='New export'] button.btn-primary:not([disabled])\"); b?.click(); return !!b; })()", "the export button");
    await until(`document.querySelectorAll("[data-state='done'] a[download]").length > ${before}`, `the ${file}`);
    const bytes = await evaluate("(await (await fetch(document.querySelector(\"[data-state='done'] a[download]\").href)).blob()).size");
    if (!(bytes > 20_000)) throw new Error(`The ${file} has only ${bytes} bytes.`);
    console.log(`page: ${file} downloaded, ${Math.round(bytes / 1000)} kB`);
  }
} finally {
  await send("DELETE", `/${sessionId}`);
  driver.kill();
}
