import { memo } from "react";
import { fixtureShapes } from "@/core/drawing/fixture-shapes";
import type { Pen } from "@/core/drawing/pen";
import { Shapes } from "../drawing/drawing";

/** What is built into the vessel, as it looks when it is cut; nothing here is taken hold of. */
export const FixtureMarks = memo(function FixtureMarks({ pen }: { pen: Pen }) {
  // what lies on the soil lies around the tubes
  const inOrder = [...pen.setup.fixtures].sort((a, b) => Number(b.kind === "dressing") - Number(a.kind === "dressing"));
  return (
    <g pointerEvents="none">
      {inOrder.map((fixture) => (
        <g key={fixture.id}>
          <Shapes shapes={fixtureShapes(fixture, pen)} grains="" id={fixture.id} />
        </g>
      ))}
    </g>
  );
});
