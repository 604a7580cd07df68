// Lists every text that a person reads: file and line, the name it has there, the text. Values within it stand in braces.
// Usage: node client/scripts/words.mjs [--count]
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import process from "node:process";
import { fileURLToPath, URL } from "node:url";
import ts from "typescript";

const root = fileURLToPath(new URL("../..", import.meta.url));
const isRead = (file) =>
    /^(client\/src|src)\/.*\.(tsx?|cs)$/.test(file) &&
    !/(\.test\.tsx?|\/tests\/.*|schema\.ts|\/Migrations\/.*|\.g\.cs)$/.test(file);
const files = execFileSync("git", ["ls-files", "-co", "--exclude-standard", "client/src", "src"], { cwd: root })
    .toString()
    .split("\n")
    .filter(isRead);

/** Attributes whose values are read or spoken. */
const spoken = new Set(
    "label title aria-label aria-description aria-valuetext alt placeholder words hint name does what shown text content".split(
        " ",
    ),
);
/** Calls whose first argument is read. */
const telling = new Set(["toast", "error", "note", "UserError", "Error", "setProblem", "prompt", "confirm"]);
/** A word and more: not an id, a class, a path or a unit. */
const isSentence = (text) =>
    /[A-Za-z]{2}/.test(text) && !/^[a-z]+[A-Za-z0-9]*$|^[\w./:#-]*[/:#_-][\w./:#-]*$/.test(text);

const texts = files.flatMap((file) => {
    const source = readFileSync(root + file, "utf8");
    const found = file.endsWith(".cs") ? textsOfServer(source) : textsOfPage(file, source);
    return found.map(({ line, name, text }) => ({
        file: `${file}:${line}`,
        name,
        text: text.replace(/\s+/g, " ").trim(),
    }));
});

if (process.argv.includes("--count")) {
    const lengths = texts.map(({ text }) => text.split(" ").length).sort((a, b) => a - b);
    process.stdout.write(`${texts.length} texts, median ${lengths[lengths.length >> 1]} words\n`);
} else for (const { file, name, text } of texts) process.stdout.write(`${file}\t${name}\t${text}\n`);

/** The texts of a file of the page: what stands in its markup, in attributes that are read, in messages, and all of a words.ts. */
function textsOfPage(file, source) {
    const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
    const all = /\/(words|commands|recipients)\.ts$/.test(file);
    const found = [];
    const add = (node, name, text) => {
        // In a words.ts all is read, but for the styles that stand with a word.
        if (all ? /[A-Za-z]{2}/.test(text) && !/^(text|bg|border)-/.test(text) : isSentence(text))
            found.push({ line: tree.getLineAndCharacterOfPosition(node.getStart()).line + 1, name, text });
    };
    const visit = (node, name, read) => {
        if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
        if (ts.isJsxText(node)) add(node, name, node.text);
        else if (ts.isStringLiteralLike(node)) {
            if (read && !isKey(node)) add(node, name, node.text);
        } else if (ts.isTemplateExpression(node)) {
            if (read)
                add(
                    node,
                    name,
                    node.head.text +
                        node.templateSpans
                            .map((s) => `{${s.expression.getText().replace(/[{}`$]/g, "")}}${s.literal.text}`)
                            .join(""),
                );
            for (const span of node.templateSpans) visit(span.expression, name, read);
        } else if (ts.isJsxAttribute(node)) {
            const attribute = node.name.getText();
            if (node.initializer) visit(node.initializer, attribute, spoken.has(attribute));
        } else if (ts.isJsxExpression(node) && node.expression) {
            const isChild = ts.isJsxElement(node.parent) || ts.isJsxFragment(node.parent);
            visit(node.expression, name, read || isChild);
        } else if ((ts.isCallExpression(node) || ts.isNewExpression(node)) && !ts.isJsxExpression(node)) {
            const called = node.expression.getText().split(".").at(-1);
            visit(node.expression, name, false);
            node.arguments?.forEach((argument) => visit(argument, called, telling.has(called)));
        } else if (ts.isPropertyAssignment(node))
            visit(node.initializer, node.name.getText(), all || spoken.has(node.name.getText()));
        else if (ts.isVariableDeclaration(node) || ts.isFunctionDeclaration(node))
            ts.forEachChild(node, (child) => visit(child, node.name?.getText() ?? name, all));
        else ts.forEachChild(node, (child) => visit(child, name, read));
    };
    visit(tree, "", all);
    return found;
}

/** Whether a literal is compared with or looked up by, not read. */
function isKey({ parent }) {
    return (
        (ts.isBinaryExpression(parent) && /^[!=]==?$/.test(parent.operatorToken.getText())) ||
        ts.isElementAccessExpression(parent) ||
        ts.isCaseClause(parent)
    );
}

/** The texts of a file of the server: literals that are sentences or labels, outside of comments, logs and patterns. */
function textsOfServer(source) {
    const found = [];
    const token = /\/\/[^\n]*|\/\*[\s\S]*?\*\/|\$*"""[\s\S]*?"""|\$?@?"(?:[^"\\\n]|\\.|"")*"|'(?:[^'\\]|\\.)'/g;
    for (const { 0: literal, index } of source.matchAll(token)) {
        if (/^(\/|')/.test(literal)) continue;
        const before = source.slice(source.lastIndexOf("\n", index) + 1, index);
        if (/GeneratedRegex|log\.Log|Log(Error|Warning|Information)\(|Sql|\[[A-Z]\w*\(/.test(before)) continue;
        const text = literal.replace(/^\$*@?"+|"+$/g, "");
        if (!isSentence(text) || !/[A-Za-z][a-z’']*[ ,.:] ?[\w“{]|^[A-Z][a-z]+$/.test(text)) continue;
        found.push({ line: source.slice(0, index).split("\n").length, name: "", text });
    }
    return found;
}
