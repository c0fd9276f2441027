import fc from "fast-check";
import { CLIMATES, INDOORS_ID } from "../place/climates";
import { TAP_ID } from "../place/waters";
import { FACINGS, PLACE_BOUNDS, SHELTERS, USUAL_PLACE, WINDOW_FACINGS, type Place, type Stand } from "../place/place";

// Places for tests: any that can be reckoned with.

export const placeOf = (stand: Stand, more: Partial<Place> = {}): Place => ({
  ...USUAL_PLACE,
  name: "A place",
  stand,
  ...more,
});
export const OPEN: Extract<Stand, { kind: "outdoors" }> = {
  kind: "outdoors",
  facing: "open",
  shelter: "open",
  roofed: false,
};

const between = ([min, max]: readonly [number, number]) =>
  fc.double({ min, max, noNaN: true }).map((value) => value + 0);
const heated = fc.boolean();
const facing = fc.constantFrom(...WINDOW_FACINGS);
const anyStand: fc.Arbitrary<Stand> = fc.oneof(
  fc.record({
    kind: fc.constant("outdoors" as const),
    facing: fc.constantFrom(...FACINGS),
    shelter: fc.constantFrom(...SHELTERS),
    roofed: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant("glasshouse" as const),
    heatedToC: fc.option(between(PLACE_BOUNDS.heatedToC), { nil: null }),
  }),
  fc.record({ kind: fc.constant("windowsill" as const), facing, heated }),
  fc.record({ kind: fc.constant("room" as const), heated }),
  fc.record({
    kind: fc.constant("lamps" as const),
    photonsUmolPerM2S: between(PLACE_BOUNDS.photonsUmolPerM2S),
    hoursPerDay: between(PLACE_BOUNDS.hoursPerDay),
    heated,
  }),
  fc.record({ kind: fc.constant("case" as const), facing, openShare: between(PLACE_BOUNDS.openShare), heated }),
);

const unsure = (key: "mgPerL" | "hardnessMgPerL" | "alkalinityMgPerL" | "ph") =>
  fc.option(between(PLACE_BOUNDS[key]), { nil: null });
const anyFigures = fc.record({
  mgPerL: unsure("mgPerL"),
  hardnessMgPerL: unsure("hardnessMgPerL"),
  alkalinityMgPerL: unsure("alkalinityMgPerL"),
  ph: unsure("ph"),
});

export const anyPlace: fc.Arbitrary<Place> = fc.record({
  name: fc.stringMatching(/^[A-Za-z][\w ]{0,20}[a-z]$/u),
  note: fc.constant(""),
  climateId: fc.constantFrom(...CLIMATES.flatMap(({ id }) => (id === INDOORS_ID ? [] : [id]))),
  weatherId: fc.constant(null),
  latitude: between(PLACE_BOUNDS.latitude),
  elevationM: between(PLACE_BOUNDS.elevationM),
  stand: anyStand,
  water: fc.record({
    waters: fc
      .tuple(anyFigures, fc.option(anyFigures, { nil: null }))
      .map(([tap, other]) => [
        { id: TAP_ID, name: "tap", ...tap },
        ...(other ? [{ id: "spring-1", name: "the spring", ...other }] : []),
      ]),
    roofM2: between(PLACE_BOUNDS.roofM2),
    buttL: between(PLACE_BOUNDS.buttL),
  }),
  lastFrost: fc.constant(null),
  firstFrost: fc.constant(null),
});
