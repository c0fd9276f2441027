import { describe, expect, it } from "vitest";
import { FIXTURE_KINDS, type Fixture, type FixtureKind } from "../stack/fixtures";
import { newFixture } from "../stack/new-fixture";
import type { Setup } from "../stack/setup";
import { layer, MIX, potWith } from "../testing/setups";
import { fixtureShapes } from "./fixture-shapes";
import { outlineOf } from "./outline";
import { besideCm, traySpan, type Pen } from "./pen";
import type { PathShape, Shape } from "./shape";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 8 }, [layer(MIX, 20, true)]);
const PER_CM = 10;
const BASE_Y = 400;
/** 20 cm wide at 10 units a cm, from 100 to 300; its base at y 400. */
const penFor = (setup: Setup, more: Partial<Pen> = {}): Pen => {
  const yOf = (heightCm: number): number => BASE_Y - heightCm * PER_CM;
  return {
    setup,
    yOf,
    outline: outlineOf(setup.vessel, { left: 100, right: 300 }, yOf, PER_CM, 1),
    unitsPerCm: PER_CM,
    mark: 2,
    shownTopCm: setup.vessel.insideDepthCm,
    waterCm: undefined,
    ...more,
  };
};
const drawn = (fixture: Fixture, more: Partial<Pen> = {}): readonly Shape[] => {
  const setup = { ...POT, fixtures: [fixture] };
  return fixtureShapes(fixture, penFor(setup, more));
};
const paths = (shapes: readonly Shape[]): readonly PathShape[] => shapes.filter((one) => one.kind === "path");
/** Numbers that stand in a path, in their order: M x y … */
const numbersIn = ({ d }: PathShape): readonly number[] => (d.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
const inInk = (shapes: readonly Shape[], ink: PathShape["fill"]): readonly PathShape[] =>
  paths(shapes).filter(({ fill, stroke }) => fill === ink || stroke === ink);

const wallHole: Fixture = {
  kind: "hole",
  id: "h",
  in: "wall",
  lipCm: 8,
  diameterCm: 2,
  count: 1,
  acrossShare: 1,
  plugged: false,
};

describe("a fixture cut through", () => {
  it.each(FIXTURE_KINDS)("is drawn: %s, without a number that is none", (kind: FixtureKind) => {
    const shapes = drawn(newFixture(POT, kind, "one"), { waterCm: 3 });
    expect(paths(shapes).length).toBeGreaterThan(0);
    for (const { d, widthMm } of paths(shapes)) expect(`${d} ${widthMm}`).not.toMatch(/NaN|Infinity|undefined/);
  });

  it("is twice as large in a drawing twice as large, its strokes and marks too", () => {
    const at = (times: number): Partial<Pen> => {
      const yOf = (heightCm: number): number => times * (BASE_Y - heightCm * PER_CM);
      return {
        yOf,
        outline: outlineOf(POT.vessel, { left: 100 * times, right: 300 * times }, yOf, PER_CM * times, times),
        unitsPerCm: PER_CM * times,
        mark: 2 * times,
        waterCm: 3,
      };
    };
    const open: Fixture = { kind: "fill-tube", id: "d", diameterCm: 0.05, acrossShare: 0.5, foot: "drilled" };
    for (const fixture of [
      ...FIXTURE_KINDS.map((kind) => newFixture(POT, kind, "one")),
      open,
      { ...wallHole, in: "base" as const },
    ]) {
      // an arc's flags are no lengths
      const straight = (shapes: readonly Shape[]): readonly PathShape[] =>
        paths(shapes).filter(({ d }) => !/a/iu.test(d));
      const [once, twice] = [straight(drawn(fixture, at(1))), straight(drawn(fixture, at(2)))];
      expect(twice).toHaveLength(once.length);
      twice.forEach((shape, i) => {
        expect(shape.widthMm).toBeCloseTo(2 * once[i]!.widthMm, 9);
        numbersIn(shape).forEach((number, j) =>
          expect(Math.abs(number - 2 * numbersIn(once[i]!)[j]!)).toBeLessThan(0.02),
        );
      });
    }
  });

  it("is a hole with its lower edge at its lip, as high as it is wide, and water leaving outward", () => {
    const [hole, arrow] = paths(drawn(wallHole)) as [PathShape, PathShape];
    const [, top, , high] = numbersIn(hole) as [number, number, number, number];
    expect([top + high, high]).toEqual([BASE_Y - 80, 20]);
    expect(numbersIn(arrow)[2]!).toBeGreaterThan(numbersIn(arrow)[0]!);
    const [, onLeft] = paths(drawn({ ...wallHole, acrossShare: 0 })) as [PathShape, PathShape];
    expect(numbersIn(onLeft)[2]!).toBeLessThan(numbersIn(onLeft)[0]!);
  });

  it("is a hole that is never too small to be seen, and one that is stopped lets nothing out", () => {
    const [hole] = paths(drawn({ ...wallHole, diameterCm: 0.01 }));
    expect(numbersIn(hole!)[3]).toBe(2);
    const plugged = drawn({ ...wallHole, plugged: true });
    expect(inInk(plugged, "water")).toHaveLength(0);
    expect(inInk(plugged, "soft")).toHaveLength(1);
  });

  it("is six holes of many in a base", () => {
    const base: Fixture = { ...wallHole, in: "base", lipCm: 0, count: 40 };
    expect(inInk(drawn(base), "paper")).toHaveLength(6);
    expect(inInk(drawn({ ...base, count: 2 }), "water")).toHaveLength(2);
  });

  it("is a tube with the water of its reservoir in it, and a standpipe with none", () => {
    const tube: Fixture = { kind: "fill-tube", id: "t", diameterCm: 3, acrossShare: 0.5, foot: "cut" };
    const [water] = inInk(drawn(tube, { waterCm: 5 }), "water");
    expect(numbersIn(water!).slice(1, 4)).toEqual([BASE_Y - 50, 30, 50]);
    expect(inInk(drawn(tube), "water")).toHaveLength(0);
    const pipe: Fixture = { kind: "standpipe", id: "p", diameterCm: 3, acrossShare: 0.5, lipCm: 9 };
    expect(inInk(drawn(pipe, { waterCm: 5 }), "water").every(({ fill }) => fill === "none")).toBe(true);
    const drilled = drawn({ ...tube, foot: "drilled" });
    expect(paths(drilled).filter(({ fill }) => fill === "ink")).toHaveLength(6);
  });

  it("is a lid open by its share", () => {
    const gap = (openShare: number): number => {
      const [lid] = paths(drawn({ kind: "lid", id: "l", openShare }));
      const [, , to, from] = numbersIn(lid!);
      return from! - to!;
    };
    expect(gap(0)).toBe(0);
    expect(gap(0.25)).toBe(50);
    expect(gap(7)).toBe(200);
  });

  it("is a liner up to its edge, and no higher than what is shown", () => {
    const top = (topCm: number, shownTopCm: number): number => {
      const [liner] = paths(drawn({ kind: "liner", id: "l", topCm }, { shownTopCm }));
      return Math.min(...numbersIn(liner!).filter((_, i) => i % 2 === 1));
    };
    expect(top(12, 30)).toBe(BASE_Y - 120);
    expect(top(30, 20)).toBe(BASE_Y - 200);
  });
});

describe("a tray", () => {
  const tray: Fixture = { kind: "tray", id: "tray", insideLengthCm: 40, insideWidthCm: 30, insideDepthCm: 5 };
  const setup: Setup = { ...POT, fixtures: [tray] };
  const pen = penFor(setup);

  it("stands out on both sides by half of what it is longer than the vessel is wide, and its wall", () => {
    expect(besideCm(setup)).toBeCloseTo(10.5, 9);
    expect(besideCm(setup, 4)).toBeCloseTo(4.5, 9);
    expect(besideCm({ ...setup, fixtures: [{ ...tray, insideLengthCm: 12 }] })).toBeCloseTo(0.5, 9);
    expect(besideCm({ ...setup, fixtures: [] })).toBe(setup.vessel.wallCm);
  });

  it("is drawn as long as it is, and to the edge of the drawing where it is longer", () => {
    expect(traySpan(pen, 40)).toEqual({ left: 0, right: 400 });
    expect(traySpan({ ...pen, within: { left: 60, right: Infinity } }, 40)).toEqual({ left: 60, right: 340 });
  });

  it("holds water beside an open base alone", () => {
    const open: Setup = { ...setup, fixtures: [tray, { ...wallHole, in: "base", lipCm: 0, id: "b" }] };
    const water = (one: Setup): number => inInk(fixtureShapes(tray, penFor(one, { waterCm: 3 })), "water").length;
    expect([water(open), water(setup)]).toEqual([2, 0]);
  });
});
