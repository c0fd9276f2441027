import { toMillimetre } from "../units/numbers";
import { cutAt } from "../vessel/vessel";
import { fixturesOf, type Fixture, type FixtureKind } from "./fixtures";
import { type Setup } from "./setup";
import { boundariesCm, openingsOf, platformCm, stackHeightCm } from "./geometry";

/** A fixture as it is usually put in, where it makes sense in this vessel. */
export function newFixture(setup: Setup, kind: FixtureKind, id: string): Fixture {
  const { vessel } = setup;
  const foot = cutAt(vessel, 0);
  const tubeCm = toMillimetre(Math.min(3, Math.max(0.8, foot.widthCm / 8)));
  // across from the ways out, so that what is poured in has passed all of it before it leaves
  const opposite = (openingsOf(setup).over[0] && sideOf(setup) === "left" ? 0.9 : 0.1) as number;
  switch (kind) {
    case "hole":
      return {
        kind,
        id,
        in: "wall",
        lipCm: usualLipCm(setup),
        diameterCm: 1.2,
        count: 2,
        acrossShare: fixturesOf(setup, "fill-tube").some(({ acrossShare }) => acrossShare > 0.5) ? 0 : 1,
        plugged: false,
      };
    case "fill-tube":
      return { kind, id, diameterCm: tubeCm, acrossShare: opposite, foot: "cut" };
    case "standpipe":
      return { kind, id, diameterCm: tubeCm, acrossShare: 0.5, lipCm: usualLipCm(setup) };
    case "tell-tale":
      return { kind, id, diameterCm: 1, acrossShare: 0.05 };
    case "tray":
      return {
        kind,
        id,
        insideLengthCm: toMillimetre(1.35 * foot.lengthCm + 2 * vessel.wallCm),
        insideWidthCm: toMillimetre(1.35 * foot.widthCm + 2 * vessel.wallCm),
        insideDepthCm: toMillimetre(vessel.baseCm + Math.min(8, Math.max(2.5, vessel.insideDepthCm / 5))),
      };
    case "front":
      return { kind, id, sillCm: toMillimetre(Math.max(1, stackHeightCm(setup), vessel.insideDepthCm / 3)) };
    case "feed-strip":
      return {
        kind,
        id,
        amendmentId: "slow-release",
        grams: 20,
        heightCm: toMillimetre(Math.max(0.5, stackHeightCm(setup) - 4)),
        acrossShare: 0.5,
      };
    case "liner":
      return { kind, id, topCm: vessel.insideDepthCm };
    case "drain-screen":
      return { kind, id };
    case "dressing":
      return { kind, id, material: "gravel", thicknessCm: 1 };
    case "lid":
      return { kind, id, openShare: 0.05 };
    default:
      return kind satisfies never;
  }
}

const sideOf = (setup: Setup): "left" | "right" =>
  fixturesOf(setup, "hole").some((hole) => hole.in === "wall" && hole.acrossShare < 0.5) ? "left" : "right";

/** Where a way out usually goes: just under a platform, else level with the top of the lowest layer. [cm] */
function usualLipCm(setup: Setup): number {
  const platform = platformCm(setup);
  const { water, vessel } = setup;
  const least = water.by === "level" ? water.levelCm : 0;
  const usual =
    platform > 0
      ? Math.max(0, platform - 1)
      : (boundariesCm(setup)[1] ?? Math.min(vessel.insideDepthCm / 4, stackHeightCm(setup)));
  return Math.min(toMillimetre(Math.max(usual, least)), vessel.insideDepthCm);
}
