import type { Animal, Occupant, Plant } from "../occupants/occupant";
import type { Occupancy } from "../stack/setup";
import type { Judged } from "./plant-water";
import type { Asked, Grade } from "./verdict";

type Clash = Extract<Judged, { readonly limit: "company" }>["clash"];

/** Whether those that live together want the same, and leave one another alone. Only what clashes is told. */
export function judgeCompany({ setup, occupants }: Asked, { id, count }: Occupancy, one: Occupant): Judged[] {
  const others = setup.occupants.flatMap((occupancy) => {
    const found = occupancy.id === id ? undefined : occupants(occupancy.occupantId);
    return found ? [{ occupancy, found }] : [];
  });
  const alone: Judged[] =
    one.life === "animal" && one.solitary && count > 1
      ? [{ limit: "company", grade: "unsuited", fatal: true, otherId: id, clash: "alone" }]
      : [];
  return [
    ...alone,
    ...others.flatMap(({ occupancy, found }) =>
      clashes(one, found).map(([clash, grade]): Judged => ({
        limit: "company",
        grade,
        fatal: grade === "unsuited",
        otherId: occupancy.id,
        clash,
      })),
    ),
  ];
}

function clashes(one: Occupant, other: Occupant): readonly (readonly [Clash, Grade])[] {
  if (one.life === "plant") return other.life === "plant" ? betweenPlants(one, other) : plantWithAnimal(one, other);
  return other.life === "plant" ? animalWithPlant(one, other) : betweenAnimals(one, other);
}

const apart = (a: { low: number; high: number }, b: { low: number; high: number }): boolean =>
  a.low > b.high || b.low > a.high;

function betweenPlants(one: Plant, other: Plant): readonly (readonly [Clash, Grade])[] {
  const found: (readonly [Clash, Grade])[] = [];
  const band = ({ wettestSuctionCm, driestSuctionCm }: Plant) => ({
    low: wettestSuctionCm.typical,
    high: driestSuctionCm.typical,
  });
  if (apart(band(one), band(other))) found.push(["water", "unsuited"]);
  if (apart(one.pH, other.pH)) found.push(["pH", "unsuited"]);
  if ((one.feed === "none") !== (other.feed === "none") && [one.feed, other.feed].includes("hungry"))
    found.push(["feed", "unsuited"]);
  if ((one.lime === "hates" && other.lime === "likes") || (one.lime === "likes" && other.lime === "hates"))
    found.push(["lime", "unsuited"]);
  if (one.growth === "slow" && other.growth === "fast" && other.spreadCm.typical > one.spreadCm.typical)
    found.push(["vigour", "care"]);
  return found;
}
const plantWithAnimal = (plant: Plant, animal: Animal): readonly (readonly [Clash, Grade])[] =>
  animal.eats.includes("living-leaves") ? [["eaten", "care"]] : [];

function animalWithPlant(animal: Animal, plant: Plant): readonly (readonly [Clash, Grade])[] {
  // snails, woodlice and crickets are not on the pets' lists, nor those lists theirs
  if (!animal.eats.includes("living-leaves") || animal.kind === "invertebrate") return [];
  return plant.toPets === "poisonous"
    ? [["poison", "unsuited"]]
    : plant.toPets === "none-known"
      ? []
      : [["poison", "care"]];
}

/** What is no longer than these parts of a hunter is food for it. */
const PREY_SHARE = { "small-animals": 0.35, "any-animal": 0.8 } as const;

function eatsAnimal(hunter: Animal, prey: Animal): boolean {
  return (["small-animals", "any-animal"] as const).some(
    (food) => hunter.eats.includes(food) && prey.bodyCm.typical <= PREY_SHARE[food] * hunter.bodyCm.typical,
  );
}

function betweenAnimals(one: Animal, other: Animal): readonly (readonly [Clash, Grade])[] {
  const found: (readonly [Clash, Grade])[] = [];
  const cleans = one.cleaners.includes(other.id) || other.cleaners.includes(one.id);
  // cleaners breed faster than they are eaten
  if (!cleans && eatsAnimal(one, other)) found.push(["eats", "unsuited"]);
  if (!cleans && eatsAnimal(other, one)) found.push(["eaten", "unsuited"]);
  if (apart(one.temperatureC, other.temperatureC)) found.push(["warmth", "unsuited"]);
  // skins, damp, germs and meals of theirs are not one another's, whatever their sizes say
  if (one.kind !== other.kind && one.kind !== "invertebrate" && other.kind !== "invertebrate")
    found.push(["kinds", "unsuited"]);
  return found;
}
