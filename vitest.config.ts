import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: {
    alias: {
      "@": new URL("./src", import.meta.url).pathname,
      "server-only": new URL("./scripts/empty-module.mjs", import.meta.url).pathname,
    },
  },
  test: {
    include: ["src/**/*.test.ts", "demo/**/*.test.ts"],
    environment: "node",
    setupFiles: ["scripts/vitest-setup.ts"],
    // only against what hangs: on a machine at a load of ten a property takes minutes
    testTimeout: 300_000,
    hookTimeout: 300_000,
  },
});
