import { memo } from "react";
import { fixtureShapes } from "@/core/drawing/fixture-shapes";
import type { Pen } from "@/core/drawing/pen";
import type { Fixture } from "@/core/stack/fixtures";
import { Shapes } from "../drawing/drawing";

/** What lies on the soil lies around the tubes. */
export const drawnInOrder = (fixtures: readonly Fixture[]): readonly Fixture[] =>
  [...fixtures].sort((a, b) => Number(b.kind === "dressing") - Number(a.kind === "dressing"));

/** What is built into a vessel that is only looked at. */
export const FixtureMarks = memo(function FixtureMarks({ pen }: { pen: Pen }) {
  return (
    <g pointerEvents="none">
      {drawnInOrder(pen.setup.fixtures).map((fixture) => (
        <g key={fixture.id}>
          <Shapes shapes={fixtureShapes(fixture, pen)} grains="" id={fixture.id} />
        </g>
      ))}
    </g>
  );
});
