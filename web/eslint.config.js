import { defineConfig } from "eslint/config";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const FEATURES = ["welcome", "today", "plan", "setup", "practise", "lookback", "climb", "athlete"];

/** A feature may use shared and api, never another feature; shared knows no feature. */
const noOtherFeature = FEATURES.map((feature) => ({
  files: [`src/features/${feature}/**`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: `(features/|\\.\\./)(?:${FEATURES.filter((f) => f !== feature).join("|")})(/|$)`,
            message: "A feature does not import another.",
          },
          { regex: "(^|/)app/", message: "A feature does not know the app around it." },
        ],
      },
    ],
  },
}));

export default defineConfig(
  { ignores: ["dist", "rules/out", "tests/out", "src/api/*.gen.ts"] },
  ...tseslint.configs.strictTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: ["eslint.config.js", "rules/build.mjs", "tests/build.mjs", "tests/browsers.mjs"],
        },
        tsconfigRootDir: import.meta.dirname,
      },
    },
  },
  reactHooks.configs.flat.recommended,
  {
    rules: {
      "max-lines": ["error", { max: 300, skipBlankLines: true, skipComments: true }],
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
    },
  },
  {
    files: ["src/shared/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ regex: "features/|(^|/)app/", message: "Shared code knows no feature." }] },
      ],
    },
  },
  ...noOtherFeature,
  { files: ["rules/*.mjs", "tests/*.mjs"], ...tseslint.configs.disableTypeChecked },
);
