import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** What 4-engineering.md forbids everywhere: no enums, no stray logging. */
const everywhere = {
  "no-console": "error",
  eqeqeq: "error",
  "max-lines": ["error", { max: 300 }],
  "max-params": ["error", { max: 4 }],
  "no-restricted-syntax": ["error", { selector: "TSEnumDeclaration", message: "Use a closed union of strings." }],
  "@typescript-eslint/no-non-null-assertion": "off",
  "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
  "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports", disallowTypeAnnotations: false }],
};

/** The core has no clock and no dice: times and seeds come in as arguments. */
const pure = {
  "no-restricted-properties": [
    "error",
    { object: "Date", property: "now", message: "The time comes in as an argument." },
    { object: "Math", property: "random", message: "Use seededRandom." },
    { object: "performance", property: "now", message: "The time comes in as an argument." },
  ],
  "no-restricted-globals": ["error", "setTimeout", "setInterval", "fetch", "process"],
};

export default tseslint.config(
  { ignores: ["**/dist/**", "**/node_modules/**", ".vexa/**"] },
  js.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.recommended],
    rules: everywhere,
  },
  {
    files: ["packages/*/src/**/*.ts", "apps/server/src/**/*.ts"],
    ignores: ["**/*.test.ts", "**/testing/**"],
    extends: [tseslint.configs.recommendedTypeCheckedOnly],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      ...everywhere,
      "@typescript-eslint/switch-exhaustiveness-check": ["error", { considerDefaultExhaustiveForUnions: true }],
      "@typescript-eslint/no-unnecessary-condition": "off",
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true, allowBoolean: true }],
      "@typescript-eslint/no-unsafe-assignment": "off",
      "@typescript-eslint/no-unsafe-member-access": "off",
    },
  },
  {
    files: ["packages/core/src/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: pure,
  },
  {
    files: ["apps/web/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" },
  },
  { files: ["apps/devices/**/*.ts", "bench/**/*.ts", "scripts/**/*.mjs"], rules: { "no-console": "off" } },
  {
    files: ["**/*.{js,mjs,cjs}"],
    languageOptions: { globals: { process: "readonly", console: "readonly", module: "writable", URL: "readonly" } },
  },
);
