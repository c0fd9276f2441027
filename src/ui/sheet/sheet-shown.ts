import { cutDrawing } from "@/core/sheet/cut-drawing";
import type { Against } from "@/core/sheet/against";
import type { Sheet } from "@/core/sheet/sheet";
import type { Step } from "@/core/sheet/step";
import type { Thing } from "@/core/sheet/things";
import { stepDrawing } from "@/core/drawing/section-drawing";
import type { Drawing } from "@/core/drawing/shape";
import { shoppingFor } from "@/core/mixing/shopping";
import type { Needed, Pack } from "@/core/mixing/batch";
import type { UnitSystem } from "@/core/units/units";
import type { MediumLookup } from "@/core/water/network";
import { USUAL_MARGIN } from "@/core/mixing/batch";

export type StepShown = Omit<Step, "shows"> & { readonly drawing: Drawing };
export type NeedShown = Omit<Needed, "mediumId"> & {
  readonly mediumId: string;
  readonly name: string;
  readonly pack: Pack | undefined;
};

/** A build sheet as a page shows it: data alone, so that a server can send it. */
export type SheetShown = {
  readonly name: string;
  readonly tools: readonly string[];
  readonly things: readonly Thing[];
  readonly needed: readonly NeedShown[];
  readonly margin: number;
  readonly cuts: readonly { readonly key: string; readonly drawing: Drawing }[];
  readonly steps: readonly StepShown[];
  /** What speaks against building it as it is, with the number of the step it concerns. */
  readonly against: readonly (Against & { readonly step: number })[];
};

/** A step's drawing on paper. [mm] */
const STEP_MM = { width: 66, height: 46 } as const;

export function sheetShown(
  { bench, tools, things, cuts, steps, against }: Sheet,
  medium: MediumLookup,
  packs: readonly Pack[],
  system: UnitSystem,
): SheetShown {
  const { setup } = bench;
  const shopping = shoppingFor(
    bench.layers.map(({ id, volumeCm3, recipe }) => ({ id, roomCm3: volumeCm3, parts: recipe?.parts ?? [] })),
    USUAL_MARGIN,
    packs,
  );
  return {
    name: setup.name,
    tools,
    things,
    needed: shopping.needed.map(({ medium: one, ...need }) => ({
      ...need,
      name: one.name,
      pack: packs.find(({ mediumId }) => mediumId === one.id),
    })),
    margin: USUAL_MARGIN,
    against: against.map((one) => ({ ...one, step: 1 + steps.findIndex(({ key }) => key === one.stepKey) })),
    cuts: cuts.map((cut) => ({ key: cut.fixture.id, drawing: cutDrawing(cut, setup, system) })),
    steps: steps.map(({ shows, ...step }) => ({
      ...step,
      drawing: stepDrawing({ setup, medium, system }, shows, STEP_MM),
    })),
  };
}
