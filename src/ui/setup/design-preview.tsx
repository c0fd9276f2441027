import type { Designed } from "@/core/design/bench";
import { dimensionCm, VESSEL_DIMENSIONS } from "@/core/vessel/vessel";
import { whenSound } from "@/core/water/checked";
import { settle, type MediumLookup } from "@/core/water/settle";
import { GrainPatterns } from "../drawing/patterns";
import { SHELF_PREFIX, ShelfDrawing } from "../section/shelf-drawing";

const PREVIEW_PX = 300;

/** The design as it would stand, and why it is so. */
export function DesignPreview({ made, medium }: { made: Designed; medium: MediumLookup }) {
  const { setup, reasons } = made;
  const settled = whenSound(setup, medium, (sound) => settle(sound, medium));
  const widest = Math.max(
    setup.vessel.insideDepthCm,
    ...VESSEL_DIMENSIONS[setup.vessel.shape].map(([one]) => dimensionCm(setup.vessel, one)),
  );
  return (
    <>
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          <GrainPatterns prefix={SHELF_PREFIX} scale={0.12} />
        </defs>
      </svg>
      <div
        className="mt-3 max-w-full overflow-hidden"
        style={{ "--px-per-cm": `${PREVIEW_PX / widest}px` } as React.CSSProperties}
      >
        <ShelfDrawing id="new" setup={setup} settled={settled.ok ? settled.value : undefined} medium={medium} />
      </div>
      <dl className="mt-3 space-y-2 text-[0.95rem] leading-snug" aria-live="polite">
        {reasons.map(({ about, text }) => (
          <div key={about} className="border-t border-rule pt-1.5">
            <dt className="small-caps">{about}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
