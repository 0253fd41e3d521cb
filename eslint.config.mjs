import { defineConfig } from "eslint/config";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default defineConfig(
  { ignores: ["dist", ".astro", "node_modules", ".work", "assembly"] },
  ...tseslint.configs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
    },
  },
  {
    ignores: ["test/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ regex: "/index(\\.ts)?$", message: "Import the file that exports it." }] },
      ],
      "no-console": "off",
    },
  },
  {
    // Sent to the panel under test as it is, whose browser may be old.
    files: ["server/panel-test/*.js"],
    languageOptions: { ecmaVersion: 5, sourceType: "script" },
    rules: { "no-var": "off", "@typescript-eslint/no-unused-vars": ["error", { caughtErrors: "none" }] },
  },
  {
    files: ["src/drawing/panel-patterns.js", "core/prove/touch-proof.js"],
    languageOptions: { ecmaVersion: 6, sourceType: "module" },
    rules: { "no-var": "off", "prefer-const": "off" },
  },
  {
    // The core knows nothing of where it runs: no packages but Zod and pure arithmetic, nothing from outside its own folder but the words
    // that it says.
    files: ["core/**/*.ts"],
    ignores: ["core/**/*.test.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: "^(?!zod$|ml-matrix$|ml-levenberg-marquardt$|safe-stable-stringify$|@noble/hashes/|\\.)",
              message: "The core imports only Zod and packages of pure arithmetic.",
            },
            { regex: "\\.\\./(server|src|scripts)", message: "The core stands alone." },
          ],
        },
      ],
      // No clock and no chance: time and randomness come in as arguments.
      "no-restricted-properties": [
        "error",
        { object: "Date", property: "now", message: "Time comes in as an argument." },
        { object: "Math", property: "random", message: "Chance comes in as an argument." },
        { object: "performance", property: "now", message: "Time comes in as an argument." },
      ],
      "no-restricted-globals": [
        "error",
        "process",
        "window",
        "document",
        "fetch",
        "setTimeout",
        "setInterval",
      ],
    },
  },
  {
    // The kernel of the job engine knows no trade.
    files: ["core/job/*.ts"],
    ignores: ["core/job/*.test.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ regex: "^\\.\\./", message: "The kernel knows no trade." }] },
      ],
    },
  },
  {
    // A twin that shared the moves' own effects would share their faults.
    files: ["core/twin/twin.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            { regex: "/moves|moves/|/job/|device/", message: "The twin is written apart from the moves." },
          ],
        },
      ],
    },
  },
);
