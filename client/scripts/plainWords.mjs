// Fails where a text or a name is not plain: no text of the app, and no identifier, has what plain-words.json rules out.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import process from "node:process";
import { fileURLToPath, URL } from "node:url";

const root = fileURLToPath(new URL("../..", import.meta.url));
const rules = JSON.parse(readFileSync(new URL("plain-words.json", import.meta.url), "utf8"));
const phrases = rules.phrases.map((phrase) => new RegExp(phrase, "i"));
const names = new Set(rules.names);

const texts = execFileSync("node", [fileURLToPath(new URL("words.mjs", import.meta.url))], { maxBuffer: 1 << 26 })
    .toString()
    .split("\n")
    .flatMap((line) => {
        const [file = "", , text = ""] = line.split("\t");
        const found = phrases.map((phrase) => phrase.exec(text)?.[0]).find(Boolean);
        return found ? [`${file}: ${found}`] : [];
    });

const sources = execFileSync("git", ["ls-files", "*.cs", "*.ts", "*.tsx", "*.mjs"], { cwd: root })
    .toString()
    .split("\n")
    .filter((file) => file && !/Migrations\/|schema\.ts$/.test(file));
const identifiers = sources.flatMap((file) => {
    const source = readFileSync(root + file, "utf8");
    // What stands in comments and in quotes is no identifier.
    const bare = source.replace(
        /"""[\s\S]*?"""|\/\*[\s\S]*?\*\/|\/\/.*|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'/g,
        '""',
    );
    const words = new Set(bare.match(/[A-Za-z_]\w*/g));
    return [...words].filter(isPrivate).map((word) => `${file}: name ${word}`);
});

/** Whether some parts of a name, put together, are one that is ruled out. */
function isPrivate(word) {
    const parts = (word.match(/[A-Z]?[a-z0-9]+|[A-Z]+(?![a-z])/g) ?? []).map((part) => part.toLowerCase());
    return parts.some((_, from) =>
        parts.slice(from).some((__, n) => names.has(parts.slice(from, from + n + 1).join(""))),
    );
}

const found = [...texts, ...identifiers];
for (const row of found) process.stderr.write(`${row}\n`);
if (found.length > 0) {
    process.stderr.write(`${found.length} texts or names are not plain: see "Words" in CONTRIBUTING.md\n`);
    process.exit(1);
}
