import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { scaledSection, stepDrawing } from "../../core/drawing/section-drawing";
import type { Shape } from "../../core/drawing/shape";
import { anySetup } from "../../core/testing/any-setup";
import { medium, potWith } from "../../core/testing/setups";
import { cutAt, sectionWidthCm } from "../../core/vessel/vessel";
import { svgText } from "./svg-text";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const numbersOf = (d: string): number[] => (d.match(/-?\d+(?:\.\d+)?(?:e-?\d+)?/gu) ?? []).map(Number);
const flat = (shapes: readonly Shape[]): Shape[] =>
  shapes.flatMap((shape) => (shape.kind === "clipped" ? flat(shape.shapes) : [shape]));
/** The x's of an M…L…Z path's corners. */
const cornersX = (d: string): number[] => numbersOf(d).filter((_, i) => i % 2 === 0);

describe("a section to scale", () => {
  it.each([1, 2, 5])("is as wide at 1:%d as the vessel is, to a hundredth of a mm", (scale) => {
    const { shapes } = scaledSection({ setup: POT, medium, system: "metric", scale });
    const inside = shapes.find((shape) => shape.kind === "clipped");
    const xs = cornersX(inside!.kind === "clipped" ? inside!.to : "");
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo((20 * 10) / scale, 1);
  });

  it("has a bar whose five steps are as long as they say", () => {
    for (const [system, cmPerUnit] of [
      ["metric", 1],
      ["imperial", 2.54],
    ] as const)
      for (const scale of [1, 2, 5]) {
        const texts = flat(scaledSection({ setup: POT, medium, system, scale }).shapes);
        const at = texts.findLastIndex((shape) => shape.kind === "text" && shape.text === "0");
        const [zero, last] = [texts[at]!, texts[at + 5]!];
        if (zero.kind !== "text" || last.kind !== "text") throw new Error("the bar's numbers");
        expect(last.x - zero.x).toBeCloseTo((Number(last.text) * cmPerUnit * 10) / scale, 6);
      }
  });

  it("lies on its paper whole, with every number one that can be drawn, for any setup and step", () => {
    fc.assert(
      fc.property(
        anySetup,
        fc.constantFrom(1, 2, 5),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (setup, scale, share) => {
          const whole = scaledSection({ setup, medium, system: "imperial", scale });
          const step = stepDrawing(
            { setup, medium, system: "metric" },
            {
              filledToCm: share * setup.vessel.insideDepthCm,
              fixtureIds: setup.fixtures.map(({ id }) => id),
              platform: true,
              sheetsUnder: 3,
              waterCm: share * 5,
              ball: { footCm: 1, crownCm: 3 },
              markCm: share * setup.vessel.insideDepthCm,
            },
            { width: 66, height: 46 },
          );
          for (const { shapes, widthMm, heightMm } of [whole, step]) {
            for (const shape of flat(shapes)) {
              if (shape.kind === "text") {
                expect(shape.x).toBeGreaterThanOrEqual(0);
                expect(shape.x).toBeLessThanOrEqual(widthMm);
                expect(shape.y).toBeLessThanOrEqual(heightMm + 1);
              } else if (shape.kind === "path") expect(shape.d).not.toMatch(/NaN|undefined|Infinity/u);
            }
            expect(Number.isFinite(widthMm * heightMm)).toBe(true);
          }
          expect(step.widthMm).toBeLessThanOrEqual(66 + 1e-6);
          expect(step.heightMm).toBeLessThanOrEqual(46 + 1e-6);
          const width = sectionWidthCm(setup.vessel);
          expect(whole.widthMm).toBeGreaterThan((width * 10) / scale);
          expect(cutAt(setup.vessel, setup.vessel.insideDepthCm).lengthCm).toBeLessThanOrEqual(width + 1e-9);
        },
      ),
      { numRuns: 150, seed: 15 },
    );
  });
});

it("a root ball stands in a step's drawing where it is set: its foot on that mark, its crown on that", () => {
  const heightOf = (shapes: readonly Shape[], found: RegExp): number =>
    Number(
      shapes.flatMap((shape) =>
        shape.kind === "path" && shape.stroke === "life" ? (found.exec(shape.d)?.[1] ?? []) : [],
      )[0],
    );
  const setup = potWith({ kind: "drained", outletCm: 0 });
  for (const ball of [
    { footCm: 12, crownCm: 25.5 },
    { footCm: 20, crownCm: 23 },
  ]) {
    const drawnWith = (markCm: number): readonly Shape[] =>
      flat(
        stepDrawing(
          { setup, medium, system: "metric" },
          { filledToCm: 25, fixtureIds: [], platform: false, sheetsUnder: 2, waterCm: undefined, ball, markCm },
          { width: 66, height: 46 },
        ).shapes,
      );
    for (const [heightCm, where] of [
      [ball.crownCm, /^M[\d.]+ ([\d.]+)L[\d.]+ [\d.]+H[\d.]+L/u],
      [ball.footCm, /^M[\d.]+ [\d.]+L[\d.]+ ([\d.]+)H[\d.]+L/u],
    ] as const) {
      const shapes = drawnWith(heightCm);
      const mark = shapes.find((shape) => shape.kind === "path" && shape.stroke === "trouble");
      if (mark?.kind !== "path") throw new Error("a mark");
      expect(heightOf(shapes, where)).toBe(Number(/^M[\d.]+ ([\d.]+)L/u.exec(mark.d)![1]));
    }
  }
});

describe("its file", () => {
  const named = (name: string): string =>
    svgText(scaledSection({ setup: { ...POT, name }, medium, system: "metric", scale: 5 }));

  it("brings all it refers to: each pattern and clip once, and nothing from elsewhere", () => {
    const text = named("Pot");
    for (const [, id] of text.matchAll(/url\(#([^)]+)\)/gu)) expect(text.split(`id="${id}"`)).toHaveLength(2);
    expect(text).not.toMatch(/var\(|class=|style=|href|<script|<foreignObject/u);
    expect(text).toMatch(
      /^<\?xml version="1\.0" encoding="UTF-8"\?>\n<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" width="[\d.]+mm" height="[\d.]+mm" viewBox="0 0 [\d.]+ [\d.]+">/u,
    );
  });

  it("takes any name as a text, and what no XML can say not at all", () => {
    const text = named('<script>alert("x")</script>&\u0000\u0008\ud800 moss 🌿');
    expect(text).toContain("&lt;script&gt;alert(&quot;x&quot;)&lt;/script&gt;&amp; moss 🌿");
    expect(text).not.toMatch(/<script|\u0000|\u0008/u);
    expect(encodeURIComponent(text).length).toBeGreaterThan(0);
  });

  it("opens and closes each of its elements", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        const text = svgText(scaledSection({ setup, medium, system: "metric", scale: 2 })).replace(/^<\?.*?\?>/u, "");
        const open: string[] = [];
        for (const [, closing, tag, selfClosed] of text.matchAll(/<(\/?)([a-zA-Z]+)[^>]*?(\/?)>/gu)) {
          if (closing) expect(open.pop()).toBe(tag);
          else if (!selfClosed) open.push(tag!);
        }
        expect(open).toEqual([]);
      }),
      { numRuns: 60, seed: 15 },
    );
  });
});
