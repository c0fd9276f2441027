import type { Setup } from "@/core/stack/setup";
import { boundariesCm } from "@/core/stack/geometry";
import type { UnitSystem } from "@/core/units/units";
import { late } from "../common/late";
import { yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";
import type { ShownSupply, View } from "../open-setup/page-state";
import type { PartKey } from "../open-setup/part-key";
import type { SetupStore } from "../open-setup/setup-store";
import { ProfileAxis, SelectedBand } from "../section/profile-marks";
import { GhostCurve, ProfilePlot } from "../section/profile-plot";

// drawn only where a grower asks for it
const SupplyPlot = late(() => import("../section/supply-plot").then(({ SupplyPlot: plot }) => plot));

/** What stands beside the section on its height axis: the supply, or the profile of water and air. */
export function BesideSection({
  store,
  setup,
  view,
  lastView,
  held,
  supply,
  chosen,
  geometry,
  system,
}: {
  store: SetupStore;
  setup: Setup;
  view: View | undefined;
  /** What was shown last, while nothing can be. */
  lastView: View | undefined;
  held: View | undefined;
  /** Stands in the profile's place, where it is asked for. */
  supply: ShownSupply | undefined;
  chosen: PartKey | undefined;
  geometry: BoardGeometry;
  system: UnitSystem;
}) {
  const readings = view?.readings;
  const profile = readings?.profile;
  const heights = boundariesCm(setup);
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  return (
    <>
      {supply?.result.ok && (
        <SupplyPlot
          supply={supply.result.value}
          stale={supply.setup !== setup}
          setup={supply.setup}
          geometry={geometry}
          system={system}
        />
      )}
      {readings && profile && (
        <>
          {!supply && (
            <ProfilePlot
              profile={profile}
              porosities={readings.layers.map(({ medium }) => medium.hydraulics.thetaS)}
              span={geometry.profile}
              yOf={yOf}
            />
          )}
          {!supply && held && (
            <GhostCurve
              profile={held.readings.profile}
              porosities={held.readings.layers.map(({ medium }) => medium.hydraulics.thetaS)}
              span={geometry.profile}
              yOf={yOf}
            />
          )}
          {!supply && (
            <SelectedBand
              setup={setup}
              chosen={chosen}
              heights={heights}
              geometry={geometry}
              onChoose={store.openPart}
            />
          )}
        </>
      )}
      {!supply && <ProfileAxis geometry={geometry} empty={!readings} stale={!readings && lastView !== undefined} />}
    </>
  );
}
