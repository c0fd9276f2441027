import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { drawnBaseCm, outlineOf } from "@/core/drawing/outline";
import type { Fixture } from "@/core/stack/fixtures";
import { potWith, roundVessel } from "@/core/testing/setups";
import {
  besideOnScreenCm,
  boardGeometry,
  boardSpan,
  heightAt,
  MARK_PX,
  penOf,
  rulerTicks,
  spreadLabels,
  yOf,
  type Span,
} from "./geometry";
import { shortened } from "./shortened";

const TRAY = { kind: "tray", id: "tray", insideLengthCm: 24, insideWidthCm: 24, insideDepthCm: 3 } satisfies Fixture;

const pot = (insideDiameterCm: number, insideDepthCm: number) => ({
  vessel: roundVessel(insideDiameterCm, insideDepthCm),
  fixtures: [],
});

describe("the board's geometry", () => {
  it("maps heights to the drawing and back", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (width, depth, share) => {
          const geometry = boardGeometry(pot(width, depth), depth * share, 700, 600);
          expect(heightAt(geometry, yOf(geometry, depth * share))).toBeCloseTo(depth * share, 6);
          expect(yOf(geometry, geometry.shownTopCm)).toBeGreaterThanOrEqual(0);
          expect(geometry.vessel.right).toBeLessThanOrEqual(geometry.labels.left);
          expect(geometry.shownTopCm).toBeGreaterThanOrEqual(Math.min(depth, depth * share));
        },
      ),
    );
  });

  it("draws a vessel that fits whole, to one scale both ways; cuts one that is far too wide", () => {
    const whole = boardGeometry(pot(20, 30), 28, 700, 600);
    expect(whole.broken).toBe(false);
    expect((whole.vessel.right - whole.vessel.left) / 20).toBeCloseTo(whole.pxPerCm, 9);
    expect(boardGeometry(pot(200, 30), 28, 700, 600).broken).toBe(true);
  });

  it("cuts the empty top of a tall vessel short, never what stands in it", () => {
    // down to what is in it and half as much again, where the width leaves no more room
    expect(boardGeometry(pot(20, 60), 10, 700, 200).shownTopCm).toBe(15);
    expect(boardGeometry(pot(20, 60), 50, 700, 600).shownTopCm).toBe(60);
  });

  it("cuts nothing off while it has room for it", () => {
    const one = boardGeometry(pot(60, 40), 16, 650, 620);
    expect(one.shownTopCm).toBe(40);
    expect(one.broken).toBe(false);
  });

  it("takes seven tenths of a board by the width or the height of the drawing, whatever the vessel and the board", () => {
    const cm = fc.double({ min: 3, max: 200, noNaN: true });
    fc.assert(
      fc.property(
        cm,
        cm,
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.constantFrom([648, 600], [648, 660], [390, 352], [1290, 900]),
        (width, depth, share, [widthPx, heightPx]) => {
          const one = boardGeometry(pot(width, depth), depth * share, widthPx!, heightPx!);
          const across = (one.vessel.right - one.vessel.left) * (1 + (2 * besideOnScreenCm(pot(width, depth))) / width);
          const tall = one.baseY - one.rimY + drawnBaseCm(pot(width, depth).vessel) * one.pxPerCm;
          expect(Math.max(across / widthPx!, tall / heightPx!)).toBeGreaterThanOrEqual(0.7);
        },
      ),
    );
  });

  it("draws what is cut short wider than tall, and gives the labels' room to a vessel that needs it", () => {
    const sink = boardGeometry(pot(58, 20), 18, 648, 620);
    expect(sink).toMatchObject({ broken: true, labelsInside: true });
    expect(sink.baseY - sink.rimY).toBeLessThan(0.8 * (sink.vessel.right - sink.vessel.left));
    const tall = boardGeometry(pot(30, 46), 42, 648, 620);
    expect(tall.labelsInside).toBe(false);
    expect(tall.labels.right - tall.labels.left).toBeGreaterThan(120);
  });
});

describe("what stands beside what on the board", () => {
  const tray = (insideLengthCm: number): Fixture => ({ ...TRAY, insideLengthCm });
  const within = (inner: Span, outer: Span): boolean =>
    inner.left >= outer.left - 1e-9 && inner.right <= outer.right + 1e-9;

  it("is ruler, state held, vessel, labels and profile from left to right, none over another, for any vessel and page", () => {
    const cm = fc.double({ min: 1, max: 300, noNaN: true });
    fc.assert(
      fc.property(
        cm,
        cm,
        cm,
        cm,
        fc.integer({ min: 300, max: 2000 }),
        fc.integer({ min: 300, max: 1400 }),
        fc.boolean(),
        (width, depth, otherWidth, otherDepth, widthPx, heightPx, holds) => {
          const other = holds ? pot(otherWidth, otherDepth) : undefined;
          const one = boardGeometry(pot(width, depth), depth / 2, widthPx, heightPx, other);
          const spans = [one.ruler, ...(one.held ? [one.held] : []), one.vessel, one.labels, one.profile];
          spans.forEach((span, i) => {
            expect(span.right).toBeGreaterThanOrEqual(span.left);
            if (i > 0) expect(span.left).toBeGreaterThanOrEqual(spans[i - 1]!.right - 1e-6);
          });
          expect(one.held === undefined).toBe(!holds);
          expect(one.rimY).toBeGreaterThanOrEqual(0);
          expect(one.baseY).toBeLessThanOrEqual(heightPx);
          expect(one.baseY - one.rimY).toBeCloseTo(one.shownTopCm * one.pxPerCm, 6);
          if (!one.broken) expect((one.vessel.right - one.vessel.left) / width).toBeCloseTo(one.pxPerCm, 6);
          // cut short or not, nothing is drawn beyond the room it has
          expect(one.vessel.right - one.vessel.left).toBeLessThanOrEqual(one.labels.left - one.ruler.right);
        },
      ),
    );
  });

  it("uses the room there is: a pot fills its height or its width", () => {
    for (const [width, depth] of [
      [20, 30],
      [30, 20],
      [12, 12],
    ] as const) {
      const one = boardGeometry(pot(width, depth), depth, 900, 700);
      const fillsHeight = (one.shownTopCm + drawnBaseCm(pot(width, depth).vessel)) * one.pxPerCm;
      const room = one.labels.left - 12 - one.ruler.right;
      const whole = width + 2 * besideOnScreenCm(pot(width, depth));
      expect(Math.max(fillsHeight / (700 * 0.9 - 54), (whole * one.pxPerCm) / room), `${width} × ${depth}`).toBeCloseTo(
        1,
        2,
      );
    }
  });

  it("draws a state held to one scale with the present one, to the higher of the two", () => {
    const one = boardGeometry(pot(20, 15), 12, 900, 200, pot(30, 40));
    expect(one.shownTopCm).toBe(18);
    expect(boardGeometry(pot(20, 15), 36, 900, 200, pot(30, 40)).shownTopCm).toBe(40);
    const held = boardGeometry(pot(10, 15), 12, 1400, 400, pot(20, 15));
    expect(held.broken).toBe(false);
    expect((held.held!.right - held.held!.left) / (held.vessel.right - held.vessel.left)).toBeCloseTo(2, 6);
  });

  it("leaves room for what stands out, but not for all of a far wider tray", () => {
    const bare = pot(20, 30);
    expect(besideOnScreenCm({ ...bare, fixtures: [tray(24)] })).toBeGreaterThan(besideOnScreenCm(bare));
    expect(besideOnScreenCm({ ...bare, fixtures: [tray(500)] })).toBeLessThanOrEqual(5 + 0.5 + 1e-9);
    const wide = boardGeometry({ ...bare, fixtures: [tray(30)] }, 28, 700, 600);
    expect(within(wide.vessel, { left: wide.ruler.right, right: wide.labels.left })).toBe(true);
    expect(boardSpan(wide)).toEqual({ left: wide.ruler.right + 6, right: Infinity });
  });

  it("gives a pen the heights, the scale and the water of the setup it draws", () => {
    const setup = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
    const geometry = boardGeometry(setup, 25, 700, 600);
    const outline = outlineOf(setup.vessel, geometry.vessel, (heightCm) => yOf(geometry, heightCm), geometry.pxPerCm);
    const pen = penOf(geometry, setup, outline, 4);
    expect(pen).toMatchObject({
      setup,
      outline,
      unitsPerCm: geometry.pxPerCm,
      mark: MARK_PX,
      shownTopCm: 30,
      waterCm: 4,
    });
    expect(pen.yOf(0)).toBe(geometry.baseY);
    expect(pen.yOf(30)).toBeCloseTo(geometry.rimY, 9);
  });
});

describe("ruler ticks", () => {
  it("stand at whole units, labels at whole ones, in cm and in inches", () => {
    expect(
      rulerTicks(12, 30, "metric")
        .filter(({ label }) => label)
        .map(({ label }) => label),
    ).toEqual(["0", "1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12"]);
    expect(
      rulerTicks(30, 12, "imperial")
        .filter(({ label }) => label)
        .at(-1),
    ).toMatchObject({ heightCm: expect.closeTo(27.94, 9) as number, label: "11" });
  });

  it("are never too close to tell apart, nor labels to read, at any scale; each label stands on its own number", () => {
    for (const [system, unitCm] of [
      ["metric", 1],
      ["imperial", 2.54],
    ] as const)
      for (const pxPerCm of [1, 2, 4, 6, 10, 15, 30, 80]) {
        const ticks = rulerTicks(40, pxPerCm, system);
        expect(ticks[0]).toEqual({ heightCm: 0, label: "0" });
        expect(ticks.at(-1)!.heightCm).toBeLessThanOrEqual(40 + 1e-6);
        const gapsCm = ticks.slice(1).map(({ heightCm }, i) => heightCm - ticks[i]!.heightCm);
        const labelled = ticks.filter(({ label }) => label !== undefined);
        for (const { heightCm, label } of labelled) expect(Number(label)).toBeCloseTo(heightCm / unitCm, 9);
        if (pxPerCm < 2) continue;
        for (const gap of gapsCm) expect(gap * pxPerCm).toBeGreaterThanOrEqual(5 - 1e-6);
        labelled
          .slice(1)
          .forEach(({ heightCm }, i) =>
            expect((heightCm - labelled[i]!.heightCm) * pxPerCm).toBeGreaterThanOrEqual(20),
          );
      }
  });
});

describe("a name that is too long", () => {
  it("ends in an ellipsis within its width, and is left alone where it fits", () => {
    expect(shortened("Gravel", 6 * 7)).toBe("Gravel");
    expect(shortened("Gravel", 6 * 7 - 1)).toBe("Grav…");
    expect(shortened("Gravel", 0)).toBe("Gr…");
    expect(shortened("", 0)).toBe("");
  });
});

describe("labels", () => {
  it("are spread so that none overlaps, in their order, inside the drawing", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 20, max: 500, noNaN: true }), { minLength: 1, maxLength: 6 }), (ys) => {
        const placed = spreadLabels(ys, 15, 20, 520);
        const sorted = [...placed].sort((a, b) => a - b);
        for (let i = 1; i < sorted.length; i++) expect(sorted[i]! - sorted[i - 1]!).toBeGreaterThanOrEqual(15 - 1e-9);
        expect(sorted.at(-1)!).toBeLessThanOrEqual(520);
        ys.forEach((a, i) =>
          ys.forEach((b, j) => {
            if (a < b) expect(placed[i]!).toBeLessThan(placed[j]!);
          }),
        );
      }),
    );
  });

  it("stay where they are unless another or an edge is in the way", () => {
    expect(spreadLabels([100, 200, 150], 15, 20, 520)).toEqual([100, 200, 150]);
    expect(spreadLabels([100, 105], 15, 20, 520)).toEqual([100, 115]);
    expect(spreadLabels([5, 515, 518], 15, 20, 520)).toEqual([20, 505, 520]);
    expect(spreadLabels([], 15, 20, 520)).toEqual([]);
  });
});
