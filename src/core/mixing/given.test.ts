import { expect, it } from "vitest";
import { AMENDMENTS } from "./amendments";
import { FEEDING, LIMING } from "./given";

it("what feeds and what limes is so by the list of amendments, and by nothing else", () => {
  expect([...FEEDING].sort()).toEqual(AMENDMENTS.flatMap(({ id, feeds }) => (feeds ? [id] : [])).sort());
  expect([...LIMING].sort()).toEqual(AMENDMENTS.flatMap(({ id, meqPerGram }) => (meqPerGram > 0 ? [id] : [])).sort());
});
