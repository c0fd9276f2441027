import type { Outline } from "@/core/drawing/outline";
import type { Setup } from "@/core/stack/setup";
import { boundariesCm } from "@/core/stack/geometry";
import type { UnitSystem } from "@/core/units/units";
import { yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";
import type { SetupStore } from "../open-setup/setup-store";
import { isCrowded } from "./board-shape";
import { BoundaryHandle, FillFromHandle, FixtureHandle, SurfaceHandle } from "./handles";

/** Everything on the board that is taken hold of. */
export function BoardHandles({
  store,
  setup,
  geometry,
  outline,
  system,
  heightAt,
  shareAt,
}: {
  store: SetupStore;
  setup: Setup;
  geometry: BoardGeometry;
  outline: Outline;
  system: UnitSystem;
  heightAt: (clientY: number) => number;
  shareAt: (clientX: number) => number;
}) {
  const heights = boundariesCm(setup);
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const handles = { system, heightAt, onCancel: store.cancelPreview };
  return (
    <>
      {heights.slice(1).map((height, i) => {
        const lower = setup.layers[i]!;
        const top = i + 1 === setup.layers.length;
        return (
          <BoundaryHandle
            key={`boundary-${lower.id}`}
            store={store}
            geometry={geometry}
            system={system}
            heightAt={heightAt}
            index={i + 1}
            layerId={lower.id}
            isTop={top}
            name={lower.name || (store.medium(lower.mediumId)?.name ?? "layer")}
            heightCm={height}
            leastCm={heights[i]!}
            mostCm={top ? setup.vessel.insideDepthCm : heights[i + 2]!}
            crowded={isCrowded(heights, i + 1, geometry.pxPerCm)}
            {...outline.wallsAt(height)}
          />
        );
      })}
      <FillFromHandle store={store} setup={setup} outline={outline} handles={handles} yOf={yOf} />
      <SurfaceHandle store={store} setup={setup} outline={outline} handles={handles} yOf={yOf} />
      {setup.fixtures.map((fixture) => (
        <FixtureHandle
          key={fixture.id}
          store={store}
          setup={setup}
          fixture={fixture}
          outline={outline}
          geometry={geometry}
          handles={handles}
          yOf={yOf}
          shareAt={shareAt}
        />
      ))}
    </>
  );
}
