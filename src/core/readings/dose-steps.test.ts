import { expect, it } from "vitest";
import { potWith, medium } from "../testing/setups";
import { doseStepCm3, doseSteps } from "./dose-steps";

it("a dose is poured in steps a hand makes: by syringe into a jar, by jug into a tank", () => {
  expect([0, 300, 999, 1000, 3100, 4999, 5000, 6000, 20_000, 250_000].map(doseStepCm3)).toEqual([
    10, 10, 10, 50, 50, 50, 100, 100, 500, 500,
  ]);
  for (const storedCm3 of [600, 3000]) {
    const steps = doseSteps(potWith({ kind: "dosed", storedCm3 }), medium, 4);
    const plain = steps.filter(({ event }) => event === undefined).map(({ addedCm3 }) => addedCm3);
    expect(plain).toEqual([0, 1, 2, 3, 4].map((n) => n * doseStepCm3(storedCm3)));
  }
});
