import { partKey } from "../../open-setup/part-key";
import { VesselWalls } from "../../section/vessel-walls";
import type { Sheet } from "../sheet";

const KEY = partKey("vessel");

/** The vessel as it is cut; its wall is pressed to choose it. */
export function VesselDrawn({ store, pen, geometry, outline, system, chosen }: Sheet) {
  const wall = outline.wall(geometry.shownTopCm);
  return (
    <>
      <VesselWalls pen={pen} geometry={geometry} span={geometry.vessel} system={system} />
      {chosen === KEY && <path d={wall} fill="none" stroke="var(--ink)" strokeWidth={3} pointerEvents="none" />}
      <path
        d={wall}
        fill="transparent"
        stroke="transparent"
        strokeWidth={8}
        className="cursor-pointer"
        onClick={() => store.openPart(KEY)}
      />
    </>
  );
}
