import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
    { ignores: ["dist", "src/api/schema.ts"] },
    js.configs.recommended,
    ...tseslint.configs.strict,
    reactHooks.configs.flat.recommended,
);
