// What an independent reader finds of sounds in a presentation file: a line of JSON. Used by the tests of the server.
import console from "node:console";
import process from "node:process";
import Reader from "pptx2json";

const parts = await new Reader().toJson(process.argv[2]);
const all = (node, name) =>
    Object.entries(node ?? {}).flatMap(([key, value]) => [
        ...(key === name ? [value].flat() : []),
        ...(typeof value === "object" ? all(value, name) : []),
    ]);
const sounds = [];
for (const path of Object.keys(parts).filter((p) => /^ppt\/slides\/[^/]*\.xml$/.test(p))) {
    const leads = Object.fromEntries(
        all(parts[path.replace("slides/", "slides/_rels/") + ".rels"], "Relationship").map(({ $ }) => [$.Id, $.Target]),
    );
    const clocks = all(parts[path], "p:cMediaNode");
    for (const picture of all(parts[path], "p:pic").filter((p) => all(p, "a:audioFile").length > 0)) {
        const { id, name } = all(picture, "p:cNvPr")[0].$;
        const linked = leads[all(picture, "a:audioFile")[0].$["r:link"]];
        const embedded = leads[all(picture, "p14:media")[0].$["r:embed"]];
        const clock = clocks.find((c) => all(c, "p:spTgt")[0].$.spid === id);
        sounds.push({
            name,
            slide: path,
            same: linked === embedded,
            bytes: parts[linked.replace("../", "ppt/")].length,
            across: Number(clock.$.numSld ?? 1),
            loops: all(clock, "p:cTn")[0].$.repeatCount === "indefinite",
        });
    }
}
console.log(JSON.stringify(sounds));
