import js from "@eslint/js";
import imports from "eslint-plugin-import-x";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.gen.d.ts"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    languageOptions: { globals: globals.browser },
    plugins: { "import-x": imports, "react-hooks": hooks },
    settings: {
      "import-x/extensions": [".ts", ".tsx"],
      "import-x/parsers": { "@typescript-eslint/parser": [".ts", ".tsx"] },
      "import-x/resolver-next": [imports.createNodeResolver({ extensions: [".ts", ".tsx"] })],
    },
    rules: {
      ...hooks.configs.recommended.rules,
      "no-restricted-syntax": [
        "error",
        { selector: "ExportDefaultDeclaration", message: "Name what you export." },
      ],
      "import-x/no-cycle": "error",
      "max-lines": ["error", 400],
    },
  },
);
