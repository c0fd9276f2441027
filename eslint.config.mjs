import next from "@next/eslint-plugin-next";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const noClock = ["Date.now", "Math.random"].map((what) => {
  const [object, property] = what.split(".");
  return { object, property, message: `${what} makes core depend on when it runs: take it as an argument.` };
});

export default tseslint.config(
  {
    ignores: [
      ".next/",
      "node_modules/",
      "data/",
      "tmp/",
      "next-env.d.ts",
      "test-results/",
      "playwright-report/",
      "scripts/fixtures/",
    ],
  },
  ...tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: "error" },
    rules: {
      eqeqeq: "error",
      "no-console": "off",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      "@typescript-eslint/no-non-null-assertion": "off",
    },
  },
  {
    files: ["src/core/**/*.ts", "src/formats/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-properties": ["error", ...noClock],
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "A clock makes core depend on when it runs: take the time as an argument.",
        },
      ],
      "no-restricted-globals": ["error", "window", "document", "process", "console", "fetch"],
    },
  },
  {
    files: ["src/ui/**/*.tsx", "src/ui/**/*.ts", "src/app/**/*.tsx"],
    plugins: { "react-hooks": hooks, "@next/next": next },
    rules: { ...hooks.configs["recommended-latest"].rules, ...next.configs.recommended.rules },
  },
  {
    files: ["src/ui/**/*.tsx"],
    ignores: ["src/ui/common/late.tsx"],
    rules: {
      "no-restricted-imports": [
        "error",
        { name: "next/dynamic", message: "A page must outlive a server that is away: load a part by common/late." },
      ],
    },
  },
  { files: ["**/*.cjs"], languageOptions: { sourceType: "commonjs" } },
);
