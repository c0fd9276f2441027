import { defineConfig, mergeConfig } from "vitest/config";
import base from "./vitest.config";

/** For mutation testing of core and server: by their own tests and those of the formats, not by what is built on them. */
export default mergeConfig(
  base,
  defineConfig({ test: { exclude: ["src/cli/**", "src/ui/**", "src/workers/**", "demo/**"] } }),
);
