import { expect, it } from "vitest";
import { LIBRARY } from "@/core/occupants/library/library";
import { AIR, LIGHT, SUCTION, WARMTH } from "./bands";

it("a scale runs from its one end to its other, by tenfolds where it is of suction, and keeps what lies beyond at its ends", () => {
  expect([1, 10, 1000, 100_000].map(SUCTION.at)).toEqual([0, 0.2, 0.6, 1].map((share) => expect.closeTo(share, 9)));
  expect([AIR.at(0.3), WARMTH.at(5), LIGHT.at(25)]).toEqual([0.5, 0.5, 0.5]);
  for (const scale of [SUCTION, AIR, WARMTH, LIGHT]) {
    expect([scale.at(-1e6), scale.at(1e9)]).toEqual([0, 1]);
    const places = scale.ticks.map(([value]) => scale.at(value));
    expect(places).toEqual([...places].sort((a, b) => a - b));
  }
});

it("no kind's comfort lies beyond a scale altogether", () => {
  for (const one of LIBRARY) {
    const { low, high } = one.temperatureC;
    expect([one.id, WARMTH.at(high) > WARMTH.at(low)]).toEqual([one.id, true]);
    if (one.life === "plant") {
      const { wettestSuctionCm: wet, driestSuctionCm: dry, lightMolPerDay: light } = one;
      expect([one.id, SUCTION.at(dry.typical) > SUCTION.at(wet.typical)]).toEqual([one.id, true]);
      expect([one.id, LIGHT.at(light.high) > LIGHT.at(light.low)]).toEqual([one.id, true]);
    }
  }
});
