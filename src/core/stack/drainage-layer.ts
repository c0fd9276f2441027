import type { Medium } from "../media/medium";
import { withLayer, withoutLayer } from "./edit";
import { THINNEST_LAYER_CM } from "./check";
import type { Setup } from "./setup";

/**
 * Most of a layer's pores empty within this suction: it breaks the capillary lift from finer layers to what is under
 * it. [cm]
 */
const BREAK_SUCTION_CM = 3;
/**
 * The layer put in to see what one would do: as thick as most make it, and no more than this share of what it stands
 * under.
 */
const USUAL_DRAINAGE_CM = 4;
const MOST_SHARE = 1 / 3;
export const DRAINAGE_MEDIUM = "pea-gravel-6-10";

/** Whether a layer's large pores empty so early that water perches in a finer layer on top of it. */
export function breaksCapillarity({ hydraulics: { thetaR, thetaS, modes } }: Medium): boolean {
  const emptied = modes.reduce((sum, mode) => (1 / mode.alphaPerCm <= BREAK_SUCTION_CM ? sum + mode.weight : sum), 0);
  return emptied * (thetaS - thetaR) > 0.5 * thetaS;
}

/** Whether a layer is a mat or fleece that keeps two others apart. */
const isSeparator = (medium: Medium | undefined): boolean => medium?.class === "textile";

/**
 * Whether roots are expected to live in a layer: in one of a medium they live in, unless it is so coarse that it lies
 * under others for water to drain into.
 */
export const isRootedByDefault = (medium: Medium, isTop: boolean): boolean =>
  medium.rootsByDefault && (isTop || !breaksCapillarity(medium));

export type WithOrWithout = {
  readonly kind: "without" | "with";
  readonly setup: Setup;
  readonly thicknessCm: number;
  readonly medium: Medium;
};

/**
 * The same vessel filled to the same height without its drainage layer, what lies on it reaching down instead; or,
 * where it has none, with one in the place of the foot of its lowest layer. Undefined where there is nothing to take
 * out or no room to put one in.
 */
export function withOrWithoutDrainage(
  setup: Setup,
  medium: (id: string) => Medium | undefined,
  newId: string,
): WithOrWithout | undefined {
  const [lowest, ...above] = setup.layers;
  const known = lowest && medium(lowest.mediumId);
  if (!lowest || !known) return undefined;
  if (!lowest.rooted && breaksCapillarity(known)) {
    // what parts the two goes with it: soil reaches down, a mat does not
    const parting = above.slice(
      0,
      Math.max(
        0,
        above.findIndex(({ mediumId }) => !isSeparator(medium(mediumId))),
      ),
    );
    const soil = above[parting.length];
    if (!soil || isSeparator(medium(soil.mediumId))) return undefined;
    const gone = [lowest, ...parting];
    const thicknessCm = gone.reduce((sum, layer) => sum + layer.thicknessCm, 0);
    const without = gone.reduce(
      (left, { id }) => withoutLayer(left, id),
      // on the bare base there is nothing to be kept apart from
      withLayer(setup, soil.id, { thicknessCm: soil.thicknessCm + thicknessCm, separator: null }),
    );
    return { kind: "without", setup: without, thicknessCm: lowest.thicknessCm, medium: known };
  }
  const gravel = medium(DRAINAGE_MEDIUM);
  const thicknessCm = Math.round(Math.min(USUAL_DRAINAGE_CM, lowest.thicknessCm * MOST_SHARE) * 10) / 10;
  if (!gravel || breaksCapillarity(known) || thicknessCm < THINNEST_LAYER_CM) return undefined;
  const thinner = withLayer(setup, lowest.id, { thicknessCm: lowest.thicknessCm - thicknessCm });
  const layer = {
    id: newId,
    name: "drainage layer",
    mediumId: DRAINAGE_MEDIUM,
    thicknessCm,
    legs: null,
    separator: null,
    rooted: false,
  };
  return { kind: "with", setup: { ...thinner, layers: [layer, ...thinner.layers] }, thicknessCm, medium: gravel };
}
