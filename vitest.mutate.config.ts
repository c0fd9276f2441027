import { defineConfig, mergeConfig } from "vitest/config";
import base from "./vitest.config";

/** For mutation testing: the command line runs in processes of its own, which no mutant reaches. */
export default mergeConfig(base, defineConfig({ test: { exclude: ["src/cli/**"] } }));
