import { USUAL_DEMAND_MM_PER_DAY, USUAL_HISTORY } from "../../core/stack/setup";
import { SETUP_VERSION } from "./document";

/** The versions that can be read, the present one last. */
export const READABLE_VERSIONS = [1, SETUP_VERSION] as const;

/** A document of an earlier version as it would be written today; each step goes one version up. */
export function upgraded(document: { readonly version: number }): object {
  return document.version === 1 ? fromVersion1(document) : document;
}

/** Version 2 brought the history, the demand and wick feet. */
function fromVersion1(document: object): object {
  const layers: unknown = "layers" in document ? document.layers : undefined;
  const whole = (layer: unknown): unknown =>
    typeof layer === "object" && layer !== null ? { ...layer, areaShare: 1 } : layer;
  return {
    ...document,
    version: 2,
    history: USUAL_HISTORY,
    demandMmPerDay: USUAL_DEMAND_MM_PER_DAY,
    ...(Array.isArray(layers) ? { layers: layers.map(whole) } : {}),
  };
}
