import { describe, expect, it } from "vitest";
import { ANIMALS, LIBRARY, PLANTS } from "./library";
import {
  ANIMAL_FIGURES,
  FIGURE_BOUNDS,
  GUILDS,
  PLANT_FIGURES,
  type Animal,
  type AnimalFigure,
  type Figure,
  type Occupant,
  type PlantFigure,
} from "../occupant";
import { OCCUPANT_SOURCES } from "../sources";

type Named = readonly [key: PlantFigure | AnimalFigure | "days", figure: Figure];

function figuresOf(one: Occupant): readonly Named[] {
  if (one.life === "plant")
    return [
      ...PLANT_FIGURES.map((key): Named => [key, one[key]]),
      ...[one.saturationDays, one.droughtDays].flatMap(({ growing, resting }): Named[] => [
        ["days", growing],
        ["days", resting],
      ]),
    ];
  return ANIMAL_FIGURES.flatMap((key): Named[] => {
    const found = one[key];
    return found ? [[key, found]] : [];
  });
}

/** Problems of an occupant's figures, by name. */
function faultsOf(one: Occupant): string[] {
  const faults: string[] = [];
  for (const [key, { low, typical, high, confidence, source }] of figuresOf(one)) {
    const [least, most] = FIGURE_BOUNDS[key];
    if (!(low <= typical && typical <= high)) faults.push(`${key}: ${low} … ${typical} … ${high} does not ascend`);
    if (!(low >= least && high <= most)) faults.push(`${key}: ${low} … ${high} is out of bounds`);
    if (!(source in OCCUPANT_SOURCES)) faults.push(`${key}: no source is called ${source}`);
    if (source === "general husbandry" && confidence !== "low") faults.push(`${key}: husbandry is never so sure`);
  }
  if (one.life === "plant") {
    const { wettestSuctionCm: wet, driestSuctionCm: dry, leastAirSpace, goodAirSpace, rootSpreadCm, spreadCm } = one;
    if (!(wet.typical < dry.typical && wet.high <= dry.high)) faults.push("its comfort band is empty");
    if (!(leastAirSpace.typical < goodAirSpace.typical)) faults.push("it wants less air than it needs");
    if (rootSpreadCm.low > spreadCm.high * 3) faults.push("its roots reach far beyond it");
    for (const side of ["low", "typical", "high"] as const)
      if (one.frostC[side] > one.temperatureC.typical) faults.push("it freezes at its best temperature");
    if (one.lime === "hates" && one.pH.typical > 6) faults.push("it hates lime and likes it alkaline");
    if (one.feed === "none" && one.mostEcDsPerM.typical > 1.2) faults.push("it is unfed and bears salts");
  }
  return faults;
}

describe("the library of living things", () => {
  it("has at least 100 plants of every guild and 30 animals", () => {
    expect(PLANTS.length).toBeGreaterThanOrEqual(100);
    expect(ANIMALS.length).toBeGreaterThanOrEqual(30);
    expect(new Set(PLANTS.map(({ guild }) => guild))).toEqual(new Set(GUILDS));
  });

  it("names each once, by id, by name and by its scientific name", () => {
    for (const key of ["id", "name", "scientificName"] as const) {
      const names = LIBRARY.map((one) => one[key].toLowerCase());
      expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
      expect(names.filter((name) => name.trim() === "")).toEqual([]);
    }
    for (const { id } of LIBRARY) expect(id).toMatch(/^[a-z][a-z0-9-]*$/u);
  });

  it("gives every figure as a range within what can be, with its source and how sure it is", () =>
    expect(LIBRARY.flatMap((one) => faultsOf(one).map((fault) => `${one.id}: ${fault}`))).toEqual([]));

  it("would notice a wrong figure", () => {
    const [plant] = PLANTS;
    const wrong = { ...plant!, pH: { low: 6, typical: 5, high: 4, confidence: "high", source: "hearsay" } } as const;
    expect(faultsOf(wrong)).toEqual(["pH: 6 … 5 … 4 does not ascend", "pH: no source is called hearsay"]);
  });

  it("cites every source it lists", () => {
    const cited = new Set(LIBRARY.flatMap((one) => figuresOf(one).map(([, { source }]) => source)));
    expect(Object.keys(OCCUPANT_SOURCES).filter((source) => !cited.has(source))).toEqual([]);
  });

  it("has cleaners that are small, that rot feeds and that bear what they live in", () => {
    const animal = (id: string): Animal => {
      const found = ANIMALS.find((one) => one.id === id);
      if (!found) throw new RangeError(`no animal is called ${id}`);
      return found;
    };
    for (const one of ANIMALS)
      for (const cleaner of one.cleaners.map(animal)) {
        expect(cleaner.eats).toEqual(["rot"]);
        expect(cleaner.bodyCm.high).toBeLessThan(one.bodyCm.high);
        // some degree at which both live
        expect(Math.max(one.temperatureC.low, cleaner.temperatureC.low)).toBeLessThan(
          Math.min(one.temperatureC.high, cleaner.temperatureC.high),
        );
      }
  });

  it("knows what grows where it froze: those of bogs hate lime, stones drown first, marsh roots need no air", () => {
    const guild = (name: string) => PLANTS.filter((one) => one.guild === name);
    for (const one of guild("bog")) expect([one.id, one.feed]).toEqual([one.id, "none"]);
    const worst = (of: (one: (typeof PLANTS)[number]) => number, name: string): number =>
      Math.max(...guild(name).map(of));
    expect(worst(({ leastAirSpace }) => leastAirSpace.typical, "marginal")).toBe(0);
    expect(worst(({ saturationDays }) => saturationDays.growing.high, "stone-plant")).toBeLessThan(15);
  });

  it("has the kinds that people ask for, found by the names they use on both sides of the ocean", () => {
    const called = new Set(
      LIBRARY.flatMap(({ name, alsoCalled }) => [name, ...alsoCalled]).map((words) => words.toLowerCase()),
    );
    const isCalled = (words: string): boolean => [...called].some((name) => name.includes(words));
    const asked = [
      ...["dieffenbachia", "calathea", "peperomia", "rubber plant", "air plant", "tillandsia", "string of pearls"],
      ...[
        "kalanchoe",
        "australian pitcher",
        "highland tropical pitcher",
        "water lily",
        "lotus",
        "horsetail",
        "papyrus",
      ],
      ...["garlic", "onion", "leek", "pea", "cabbage", "broccoli", "chilli", "ginger", "sweet potato", "lemongrass"],
      ...["dill", "fennel", "raspberry", "tarantula", "earthworm", "cockroach", "beetle", "stick insect", "day gecko"],
      ...["anole", "corn snake", "axolotl", "tadpoles", "zucchini", "eggplant", "cilantro", "arugula", "scallion"],
      ...["beet", "bok choy", "venus flytrap", "snake plant", "sansevieria", "pothos", "monstera", "zz plant"],
      ...["phalaenopsis", "lithops", "jade plant", "saintpaulia", "mind-your-own-business", "roly-poly", "isopod"],
      ...["christmas cactus", "flamingo flower", "compost worm", "lemon", "bonsai", "japanese maple", "hippeastrum"],
    ];
    expect(asked.filter((words) => !isCalled(words))).toEqual([]);
  });

  it("says which figures are its guild's, and which its own", () => {
    const flytrap = PLANTS.find(({ id }) => id === "flytrap")!;
    expect(flytrap.temperatureC.ofGuild).toBeUndefined();
    expect(flytrap.goodAirSpace.ofGuild).toBe(true);
    const millipede = ANIMALS.find(({ id }) => id === "millipede-giant")!;
    expect([millipede.depthCm.ofGuild, millipede.temperatureC.ofGuild]).toEqual([undefined, true]);
    // one guild's warmth for plants of the tropics and of the north alike says nothing
    const bog = PLANTS.filter(({ guild }) => guild === "bog");
    expect(bog.filter(({ temperatureC }) => temperatureC.ofGuild).map(({ id }) => id)).toEqual([]);
    expect(new Set(bog.map(({ temperatureC }) => temperatureC.high)).size).toBeGreaterThan(5);
  });

  it("bears what its source says: numbers that were seen wrong", () => {
    const of = (id: string) => PLANTS.find((one) => one.id === id)!;
    const animal = (id: string) => ANIMALS.find((one) => one.id === id)!;
    for (const id of ["orchid-moth", "anthurium", "alocasia", "nerve-plant", "prayer-plant", "calathea"]) {
      expect([id, of(id).frostC.typical >= 10]).toEqual([id, true]);
      expect([id, of(id).temperatureC.low >= 15]).toEqual([id, true]);
    }
    expect([of("baby-tears"), of("creeping-fig")].map(({ frostC }) => frostC.typical)).toEqual([-5, -5]);
    expect([of("parsley"), of("coriander")].map(({ frostC }) => frostC.typical)).toEqual([-10, -6]);
    expect([of("aubergine"), of("courgette")].map(({ mostEcDsPerM }) => mostEcDsPerM.typical)).toEqual([1.1, 4.7]);
    expect(animal("millipede-giant").depthCm.low).toBeGreaterThanOrEqual(20);
    expect(animal("skink-sand").spaceCm2.low).toBeGreaterThan(2000);
    const poisonous = ["potato", "dwarf-bean", "daffodil-dwarf", "amaryllis", "snakes-head", "dieffenbachia"];
    expect(poisonous.filter((id) => of(id).toPeople !== "poisonous")).toEqual([]);
    for (const id of ["tomato", "aubergine"]) expect([id, of(id).toPeople]).toEqual([id, "irritant"]);
    expect(animal("spider-burrowing").toPeople).toBe("poisonous");
    expect(animal("snail-giant").note).toContain("lungworm");
  });
});
