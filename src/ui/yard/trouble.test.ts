import { expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { inLibrary } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import { PAIR_STACKS } from "@/core/testing/pair-stacks";
import { medium } from "@/core/testing/setups";
import { troubleOf } from "./trouble";

it("a shelf says who is in trouble and of what, then who needs care, then whom it suits", () => {
  const line = (name: string): string =>
    troubleOf(
      MARROWBECK.find((one) => one.name.startsWith(name))!,
      medium,
      [],
    )!.text;
  expect(line("Open dish")).toMatch(/^In trouble: 5 × Living stones \(/u);
  expect(line("Tall pot")).toBe("With care: Rosemary (cold)");
  expect(line("Terrace trough")).toBe("Suits 3 × Celery, 2 × Chard");
  expect(troubleOf({ ...MARROWBECK[0]!, occupants: [] }, medium, [])).toBeUndefined();
});

it("what was judged is judged again once the setup, its media or a kind of one's own are others", () => {
  const own: Occupant = { ...inLibrary("flytrap")!, id: "own-kind:mine", name: "My flytrap" };
  const setup: Setup = {
    ...PAIR_STACKS["peat pot in a rain-water tray"],
    occupants: [{ id: "a", occupantId: own.id, count: 1 }],
  };
  const grade = (one = own, found = medium): string | undefined => troubleOf(setup, found, [one])?.grade;
  expect(grade()).toBe("suits");
  expect(grade()).toBe("suits");
  if (own.life !== "plant") throw new Error("a plant");
  const tender: Occupant = { ...own, mostWaterPpm: { ...own.mostWaterPpm, low: 1, typical: 2, high: 3 } };
  expect(grade(tender)).toBe("unsuited");
  const fed = { ...medium("garden-compost")!, id: "sphagnum-peat" };
  expect(grade(own, (id) => (id === "sphagnum-peat" ? fed : medium(id)))).toBe("unsuited");
  expect(grade()).toBe("suits");
});
