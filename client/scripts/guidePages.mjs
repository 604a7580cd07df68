import { marked } from "marked";

/**
 * Turns a page of the guide (Markdown) into a module with its title, its HTML and its text for searching. Its pictures ship with the app.
 * @returns {import("vite").Plugin}
 */
export const guidePages = () => ({
    name: "guide-pages",
    transform(markdown, id) {
        if (!id.endsWith(".md")) return undefined;
        const title = /^# (.+)$/m.exec(markdown)?.[1] ?? "";
        const body = markdown.replace(/^# .+$/m, "");
        const pictures = [];
        const html = marked
            .parse(body)
            .replace(/\\/g, "\\\\")
            .replace(/`/g, "\\`")
            .replace(/src="(\.\.\/[^"]+)"/g, (_, path) => `src="\${picture${pictures.push(path) - 1}}"`)
            .replace(/href="([\w-]+)\.md"/g, 'href="/guide/$1"');
        const text = body.replace(/!\[[^\]]*\]\([^)]*\)|[*`#[\]]|\([\w-]+\.md\)/g, " ").replace(/\s+/g, " ");
        const imports = pictures.map((path, i) => `import picture${i} from ${JSON.stringify(`${path}?url`)};`);
        const page = `{ title: ${JSON.stringify(title)}, text: ${JSON.stringify(text)}, html: \`${html}\` }`;
        return { code: [...imports, `export default ${page};`].join("\n"), map: null };
    },
});
