import { fixtureHeightKey, type Fixture } from "./fixtures";
import { stackHeightCm } from "./geometry";
import type { Setup } from "./setup";

/** A size of a fixture that is moved in the vessel: the height it is counted from, and between which heights it ends. */
export type FixtureGrip = {
  readonly key: "lipCm" | "topCm" | "sillCm" | "heightCm" | "insideDepthCm" | "thicknessCm";
  readonly fromCm: number;
  readonly leastCm: number;
  readonly mostCm: number;
};

/** What a fixture is taken hold of by to be made higher or lower; undefined for what stands on the base as it is. */
export function gripOf(
  setup: Pick<Setup, "vessel" | "fixtures" | "layers" | "fillFromCm">,
  fixture: Fixture,
): FixtureGrip | undefined {
  const { insideDepthCm, baseCm } = setup.vessel;
  const grip = (key: FixtureGrip["key"], fromCm: number, leastCm: number, mostCm: number): FixtureGrip => ({
    key,
    fromCm,
    leastCm,
    mostCm,
  });
  switch (fixture.kind) {
    case "tray":
      return grip("insideDepthCm", -baseCm, LEAST_MOVED_CM - baseCm, insideDepthCm);
    case "dressing": {
      const surfaceCm = stackHeightCm(setup);
      return grip("thicknessCm", surfaceCm, surfaceCm + LEAST_MOVED_CM, Math.max(insideDepthCm, surfaceCm + 1));
    }
    case "hole":
    case "standpipe":
    case "liner":
    case "front":
    case "feed-strip":
    case "fill-tube":
    case "tell-tale":
    case "drain-screen":
    case "lid": {
      const key = fixtureHeightKey(fixture);
      return key && grip(key, 0, 0, insideDepthCm);
    }
    default:
      return fixture satisfies never;
  }
}
/** A hand makes nothing thinner than this, or it could not be taken hold of again. [cm] */
const LEAST_MOVED_CM = 0.2;
