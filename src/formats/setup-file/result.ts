import { checksOf } from "../../core/checks/checks";
import type { Occupant } from "../../core/occupants/occupant";
import { readingSentences } from "../../core/readings/sentences";
import { readDose, readSettled, type Readings } from "../../core/readings/readings";
import { type Setup } from "../../core/stack/setup";
import { drainsAfterSoaking } from "../../core/stack/geometry";
import { failed, ok, problem } from "../../core/units/problem";
import { NBSP, type UnitSystem } from "../../core/units/units";
import { drainedAfterSoaking } from "../../core/water/drain";
import { placesHere, standingThere, type PlacesHere } from "../../core/demand/here-of";
import { placeYearsOf, YEARS_DRAWN } from "../../core/place/place-years";
import type { MediumLookup } from "../../core/water/network";
import { settle, type Settled } from "../../core/water/settle";
import { checked, type CheckedSetup } from "../../core/water/checked";
import type { RefillMark } from "../../core/water/refill-mark";
import { supplyOf, type BranchSupply } from "../../core/water/supply";
import { waterStates } from "../../core/verdicts/states";
import { verdictsOf } from "../../core/verdicts/verdicts";
import { verdictSentences } from "../../core/verdicts/words";
import { USUAL_ASKING, type Asking } from "./asking";
import { weatherCarried } from "../weather/carried";
import type { SetupFile } from "./document";
import { pantryOf } from "./pantry";

/** What Marlstone computes of a setup, as a document for scripts (docs/formats/setup-file.md). Lengths cm, volumes cm³, time h. */
const SETUP_RESULT_KIND = "marlstone.setup-result";
const SETUP_RESULT_VERSION = 1;

/** A script reads spaces, not what keeps a number and its unit on one line. */
const plain = (text: string): string => text.replaceAll(NBSP, " ");

const sentence = ({ heading, text, tone }: { heading: string; text: string; tone: "plain" | "trouble" }) => ({
  heading,
  text: plain(text),
  tone,
});

function readingsOf({ layers, profile, waterlogged, tight, rootZone, ...rest }: Readings, setup: Setup) {
  const { heightCm, waterTableCm, pondedCm3, standingCm3, openCm3, surfaceAirSpace, storedCm3, dryKg, wetKg } = rest;
  return {
    heightCm,
    waterTableCm,
    pondedCm3,
    standingCm3,
    openCm3,
    storedCm3,
    surfaceAirSpace,
    waterlogged,
    tight,
    rootZone: rootZone ?? null,
    layers: layers.map(({ medium, ...layer }, i) => ({ id: setup.layers[i]!.id, mediumId: medium.id, ...layer })),
    dryKg,
    wetKg,
    loadKgPerM2: rest.loadKgPerM2,
    profile: { heightCm: [...profile.zCm], theta: [...profile.theta], airSpace: [...profile.airSpace] },
  };
}

const markOf = (mark: RefillMark) =>
  mark.kind === "too-weak" && mark.atBrimCm3PerHour === Infinity
    ? { kind: "too-weak" as const, atBrimCm3PerHour: null }
    : mark;
const branchOf = ({ nowCm3PerHour, mark, lowMark, highMark, usableCm3, usableDays }: BranchSupply) => ({
  nowCm3PerHour: nowCm3PerHour ?? null,
  mark: markOf(mark),
  lowMark: markOf(lowMark),
  highMark: markOf(highMark),
  usableCm3,
  usableDays: Number.isFinite(usableDays) ? usableDays : null,
});

function supplied(setup: CheckedSetup, medium: MediumLookup, draws: number) {
  const supply = supplyOf(setup, medium, draws);
  if (!supply.ok) return null;
  const { brimCm, fullCm, levelCm, demandHeightCm, demandCm3PerHour, areaCm2, soaked, wicked } = supply.value;
  return {
    brimCm,
    fullCm,
    levelCm,
    demandHeightCm,
    demandCm3PerHour,
    areaCm2,
    soaked: branchOf(soaked),
    wicked: branchOf(wicked),
  };
}

/** Where the setup of a file stands through the year, of what came with it. */
export function placesInFile({ setup, places, weather }: SetupFile, years = YEARS_DRAWN): PlacesHere | undefined {
  const byId = new Map(places.map(({ placeId, place }) => [placeId, place]));
  return placesHere(
    setup.places ?? [],
    (id) => byId.get(id),
    (place) => {
      const measured = weather.find(({ id }) => id === place.weatherId);
      return placeYearsOf(place, years, measured && weatherCarried(measured));
    },
  );
}

/** Readings, checks, supply and verdicts of a setup. Fails with what keeps it from being computed. */
export function answerSetup(file: SetupFile, { system, draws }: Asking = USUAL_ASKING) {
  const { setup } = file;
  const pantry = pantryOf(file);
  if (!pantry.ok) return pantry;
  const { medium, occupant } = pantry.value;
  const strangers = setup.occupants.filter(({ occupantId }) => !occupant(occupantId));
  if (strangers.length > 0)
    return failed(
      ...strangers.map(({ occupantId }) =>
        problem("setup.occupants", "unknown-occupant", `“${occupantId}” is not known here and did not come with it`),
      ),
    );
  const there = placesInFile(file);
  const sound = checked(there ? standingThere(setup, there, occupant) : setup, medium, system);
  if (!sound.ok) return failed(...sound.problems.map((one) => ({ ...one, path: `setup.${one.path}` })));
  const settled = settle(sound.value, medium);
  if (!settled.ok) return settled;
  return ok(resultOf(sound.value, settled.value, medium, occupant, system, draws));
}

function resultOf(
  setup: CheckedSetup,
  settled: Settled,
  medium: MediumLookup,
  occupant: (id: string) => Occupant | undefined,
  system: UnitSystem,
  draws: number,
) {
  const readings = readSettled(setup, settled, medium);
  const drains = drainsAfterSoaking(setup);
  const drained = drains ? drainedAfterSoaking(setup, medium) : undefined;
  const day = drained?.ok ? drained.value : undefined;
  const dose = setup.water.by === "volume" ? readDose(setup, settled) : undefined;
  const states = waterStates(setup, settled, day?.equilibrium);
  const verdicts = verdictsOf(setup, medium, occupant, states);
  return {
    kind: SETUP_RESULT_KIND,
    version: SETUP_RESULT_VERSION,
    name: setup.name,
    readings: readingsOf(readings, setup),
    /** A vessel that drains, a day after a soaking. */
    dayAfterSoaking: day ? readingsOf(readSettled(setup, day, medium), setup) : null,
    dose: dose
      ? { ...dose, untilRootsCm3: dose.untilRootsCm3 ?? null, rootsBottomCm: dose.rootsBottomCm ?? null }
      : null,
    sentences: readingSentences(setup, readings, dose, system).map(sentence),
    checks: checksOf(setup, settled.network, readings, medium, system).map(({ id, ...check }) => ({
      id,
      ...sentence(check),
    })),
    supply: supplied(setup, medium, draws),
    verdicts: verdicts.map((verdict) => ({
      occupantId: verdict.occupancy.occupantId,
      count: verdict.occupancy.count,
      grade: verdict.grade,
      sentences: verdictSentences(verdict, verdicts, setup, medium, system).map((one) => ({
        ...sentence(one),
        grade: one.grade,
      })),
    })),
  };
}

export type SetupResult = ReturnType<typeof resultOf>;
