import { defineConfig, mergeConfig } from "vitest/config";
import base from "./vitest.config";

/**
 * For mutation testing of core and server: by their own tests and those of the formats, not by what is built on them.
 * What compares all words of many setups takes seconds, and is left to the area it is about.
 */
const words = process.env.MARLSTONE_MUTATED === "readings" ? [] : ["src/core/readings/words.test.ts"];

export default mergeConfig(
  base,
  defineConfig({ test: { exclude: ["src/cli/**", "src/ui/**", "src/workers/**", "demo/**", ...words] } }),
);
