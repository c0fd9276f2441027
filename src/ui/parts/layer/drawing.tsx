import type { StackLayer } from "@/core/stack/setup";
import { shortened } from "../../drawing/shortened";
import { yOf, type BoardGeometry } from "../../drawing/geometry";
import { layerName } from "../../open-setup/layer-changes";
import { partKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import { tubesEndPx } from "../../section/board-shape";
import { Strata } from "../../section/strata";
import type { Sheet } from "../sheet";

/** Tells the board's definitions from those of other drawings on a page. */
export const BOARD = "board";
/** What labels inside the vessel take of its width: names of layers end before them. [px] */
const LABELS_PX = 116;

/** All layers in the vessel, with their grains, their water and their names. */
export function LayersDrawn({ store, setup, view, pen, geometry, outline, chosen, waterTableCm }: Sheet) {
  // names of layers begin beside the tubes at the left wall
  const namesFromPx = tubesEndPx(setup.fixtures, outline);
  return (
    <>
      {setup.layers.length === 0 && (
        <EmptyVessel depthCm={setup.vessel.insideDepthCm} waterTableCm={waterTableCm} geometry={geometry} />
      )}
      <Strata pen={pen} medium={store.medium} profile={view?.readings.profile} span={geometry.vessel} prefix={BOARD}>
        {(index, top, height, { left, right }) => (
          <LayerMarks
            layer={setup.layers[index]!}
            store={store}
            selected={partKey("layer", setup.layers[index]!.id) === chosen}
            left={left}
            textLeft={Math.max(left + 8, namesFromPx)}
            textRoom={geometry.labelsInside ? LABELS_PX : 0}
            top={top}
            width={right - left}
            height={height}
          />
        )}
      </Strata>
    </>
  );
}

/** A vessel before anything is in it but water. */
function EmptyVessel({
  depthCm,
  waterTableCm,
  geometry,
}: {
  depthCm: number;
  waterTableCm: number | undefined;
  geometry: BoardGeometry;
}) {
  const { left, right } = geometry.vessel;
  return (
    <>
      <text x={(left + right) / 2} y={yOf(geometry, depthCm / 2)} textAnchor="middle" className="fill-soft text-[13px]">
        no layers yet
      </text>
      {waterTableCm !== undefined && waterTableCm > 0 && (
        <rect
          x={left}
          y={yOf(geometry, waterTableCm)}
          width={right - left}
          height={waterTableCm * geometry.pxPerCm}
          fill="var(--water)"
          fillOpacity={0.55}
        />
      )}
    </>
  );
}

/** What is drawn on a layer's grains: where its roots are, whether it is selected, what it is called. */
function LayerMarks({
  layer,
  store,
  selected,
  left,
  textLeft,
  top,
  width,
  textRoom,
  height,
}: {
  layer: StackLayer;
  store: SetupStore;
  selected: boolean;
  left: number;
  /** Where its name begins, clear of tubes. */
  textLeft: number;
  top: number;
  width: number;
  /** What of the width is taken at its right end by labels. */
  textRoom: number;
  height: number;
}) {
  return (
    <g onClick={() => store.openPart(partKey("layer", layer.id))} className="cursor-pointer">
      <rect x={left} y={top} width={width} height={height} fill="transparent" />
      {layer.rooted && (
        <rect x={left + width - 7} y={top + 1.5} width={5} height={Math.max(0, height - 3)} fill="var(--life)" rx={1} />
      )}
      {selected && (
        <rect
          x={left + 1}
          y={top + 1}
          width={width - 2}
          height={Math.max(0, height - 2)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {height >= 17 && (
        <text
          x={textLeft}
          y={top + Math.min(height / 2 + 4.5, 17)}
          className="fill-ink text-[13px] font-semibold"
          stroke="var(--sheet)"
          strokeWidth={3.5}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {shortened(layerName(layer, store), left + width - textRoom - textLeft - 16)}
        </text>
      )}
    </g>
  );
}
