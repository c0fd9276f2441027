import { expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { checksOf } from "@/core/checks/checks";
import { WRONG } from "@/core/testing/designs";
import { medium } from "@/core/testing/setups";
import { toMendIn } from "../meaning/known";
import { viewOf } from "../open-setup/derived";
import { toldOf } from "./needs";

const DESIGNS = [...MARROWBECK, ...WRONG.flatMap(([, , wrong, mended]) => [wrong, mended])];
const lowered = (heading: string): string => heading.charAt(0).toLowerCase() + heading.slice(1);

it("what the server knows a setup's page must mend is what the page finds itself, word for word", () => {
  let some = 0;
  for (const setup of DESIGNS) {
    const view = viewOf(setup, medium);
    if (!view.ok) continue;
    const { settled, readings } = view.value;
    const found = checksOf(setup, settled.network, readings, medium, "imperial").filter(
      ({ tone }) => tone === "trouble",
    );
    expect(toMendIn(setup, medium)).toEqual(found.map(({ heading }) => heading));
    some += found.length;
  }
  expect(some).toBeGreaterThan(10);
});

it("the yard tells of a setup nobody lives in what its page would, and nothing else", () => {
  for (const setup of DESIGNS.map((one) => ({ ...one, occupants: [] }))) {
    const toMend = toMendIn(setup, medium);
    expect(toldOf(setup, medium, [], "metric")).toMatchObject(
      toMend.length > 0
        ? { urgency: "mend", need: `To mend: ${toMend.map(lowered).join("; ")}` }
        : { urgency: "fine", need: "Nothing to mend; nobody is said to live in it" },
    );
  }
});
