import { build } from "./run.mjs";

build({ whenChanged: false });
