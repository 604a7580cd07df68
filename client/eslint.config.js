import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
    { ignores: ["dist", "src/api/schema.ts"] },
    js.configs.recommended,
    ...tseslint.configs.strict,
    reactHooks.configs.flat.recommended,
    {
        // A browser asks a server for six things at once: what is not wanted any more must not keep what is waiting.
        rules: {
            "no-restricted-syntax": [
                "error",
                {
                    selector: "Property[key.name='queryFn'] > ArrowFunctionExpression[params.length=0]",
                    message: "Take the signal and hand it on, so that what is not wanted any more is given up.",
                },
            ],
        },
    },
    {
        // Texts are in words.ts, so that each stands once and can be read, and translated, without code.
        files: ["src/**/*.tsx"],
        ignores: ["src/tests/**", "src/**/*.test.tsx"],
        rules: {
            "no-restricted-syntax": [
                "error",
                ...[
                    "JSXText[value=/[A-Za-z]{2}/]",
                    "JSXAttribute[name.name=/^(aria-label|aria-valuetext|title|placeholder|alt|label)$/] > Literal[value=/[A-Za-z]{2}/]",
                    "JSXAttribute[name.name=/^(aria-label|aria-valuetext|title|placeholder|alt|label)$/] :not(BinaryExpression) > :matches(Literal[value=/[A-Za-z]{2}/], TemplateElement[value.raw=/[A-Za-z]{2}/])",
                    "CallExpression[callee.name='toast'] > :matches(Literal, TemplateLiteral)",
                ].map((selector) => ({ selector, message: "Texts are in the words.ts beside the view." })),
            ],
        },
    },
    {
        files: ["public/serviceWorker.js"],
        languageOptions: {
            globals: Object.fromEntries(["self", "caches", "fetch", "URL"].map((name) => [name, "readonly"])),
        },
    },
    {
        // One data layer: there it is decided, once for all, what happens when a request fails.
        files: ["src/**"],
        ignores: ["src/api/**", "src/tests/**", "src/**/*.test.*"],
        rules: {
            "no-restricted-globals": ["error", { name: "fetch", message: "Requests are made in src/api." }],
            "no-restricted-imports": [
                "error",
                {
                    patterns: [
                        {
                            regex: "/api/client$",
                            importNames: ["api", "unwrap"],
                            message: "Requests are made in src/api.",
                        },
                    ],
                },
            ],
        },
    },
);
