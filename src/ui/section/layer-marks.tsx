import type { StackLayer } from "@/core/stack/setup";
import { shortened } from "../drawing/shortened";
import { yOf, type BoardGeometry } from "../drawing/geometry";
import { layerName } from "../open-setup/layer-changes";
import type { SetupStore } from "../open-setup/setup-store";

/** A vessel before anything is in it but water. */
export function EmptyVessel({
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
export function LayerMarks({
  layer,
  store,
  selected,
  left,
  textLeft,
  top,
  width,
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
  height: number;
}) {
  return (
    <g onPointerDown={() => store.select(layer.id)} className="cursor-pointer">
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
          {shortened(layerName(layer, store), left + width - textLeft - 16)}
        </text>
      )}
    </g>
  );
}
