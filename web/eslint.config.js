import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.ts"] },
  tseslint.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } } },
  { files: ["**/*.js", "**/*.mjs"], extends: [tseslint.configs.disableTypeChecked] },
  reactHooks.configs.flat.recommended,
  jsxA11y.flatConfigs.recommended,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { varsIgnorePattern: "^_" }],
      // What scrolls takes the focus, so that the keyboard can scroll it.
      "jsx-a11y/no-noninteractive-tabindex": ["error", { tags: ["main", "section", "aside", "article"], roles: ["region", "group", "tabpanel"] }],
      // A sheet that a person has just opened begins at its first field.
      "jsx-a11y/no-autofocus": "off",
    },
  },
);
