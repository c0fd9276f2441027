import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fluxAt } from "./ends";
import { fluxClock } from "./flux-clock";

const anyFlux = fc
  .array(fc.tuple(fc.double({ min: 0.1, max: 5, noNaN: true }), fc.double({ min: -2, max: 3, noNaN: true })), {
    minLength: 1,
    maxLength: 20,
  })
  .map((steps) => {
    let hour = 0;
    return steps.map(([hours, value], i): [number, number] => [i === 0 ? 0 : (hour += hours), value]);
  });
const anySpan = fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0.01, max: 30, noNaN: true }));

describe("a flow told by its mean", () => {
  it("loses and makes no water: means of any spans add up to the flow's integral", () => {
    fc.assert(
      fc.property(
        anyFlux,
        fc.array(fc.double({ min: 0.01, max: 4, noNaN: true }), { maxLength: 30 }),
        (flux, spans) => {
          const clock = fluxClock(flux);
          let [hour, sum, byHand] = [0, 0, 0];
          for (const span of spans) {
            sum += span * clock.meanOver(hour, hour + span);
            hour += span;
          }
          const marks = [...flux.map(([at]) => at).filter((at) => at < hour), hour];
          for (let i = 1; i < marks.length; i++) byHand += (marks[i]! - marks[i - 1]!) * fluxAt(flux, marks[i - 1]!);
          expect(Math.abs(sum - byHand)).toBeLessThan(1e-9);
        },
      ),
    );
  });

  it("within one step of it is that step's value to the last digit, and a number is itself", () => {
    const clock = fluxClock([
      [0, 0.1],
      [2, 0.3],
      [5, 0.7],
    ]);
    expect(clock.meanOver(0.1, 1.9)).toBe(0.1);
    expect(clock.meanOver(2, 5)).toBe(0.3);
    expect(clock.meanOver(7, 9)).toBe(0.7);
    expect(clock.meanOver(0.4, 0.5)).toBe(0.1);
    expect(fluxClock(4).meanOver(3, 9)).toBe(4);
    expect(fluxClock(4).evenUntil(3, 9, 0)).toBe(9);
  });

  it("spans no further than its mean tells it well, and one step of it at least", () => {
    fc.assert(
      fc.property(anyFlux, anySpan, fc.double({ min: 0, max: 3, noNaN: true }), (flux, [from, hours], mostOff) => {
        const clock = fluxClock(flux);
        const until = clock.evenUntil(from, from + hours, mostOff);
        expect(until).toBeGreaterThan(from);
        expect(until).toBeLessThanOrEqual(from + hours);
        const next = flux.map(([at]) => at).find((at) => at > from) ?? Infinity;
        expect(until).toBeGreaterThanOrEqual(Math.min(next, from + hours));
        const mean = clock.meanOver(from, until);
        for (const [at] of flux)
          if (at > from && at < until)
            expect(Math.abs((at - from) * (clock.meanOver(from, at) - mean))).toBeLessThan(mostOff + 1e-9);
      }),
      { numRuns: 500 },
    );
  });
});
