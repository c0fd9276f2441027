import type { Medium } from "../media/medium";
import type { Occupant } from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import { ONE_PERSON_KG } from "../checks/ground";
import { fixtureKg, vesselKg } from "../checks/vessel-weight";
import { formatMass } from "../units/units";
import type { VesselMaterial } from "../vessel/vessel";
import type { Bench } from "./bench";

/** What can go wrong with hands, eyes, lungs and floors, at the step where it does. Each informs; local rules and licensed people decide. */
const BRITTLE: ReadonlySet<VesselMaterial> = new Set(["glass", "ceramic", "unglazed", "stone"]);

export function careInDrilling({ vessel }: Setup): readonly string[] {
  const tools =
    "A drill with a cord, near water: a dry place, a protected circuit, the plug out while you change bits. What is fixed wiring is an electrician's.";
  if (BRITTLE.has(vessel.material))
    return [
      `${vessel.material === "glass" ? "Glass" : "Stone, tile and fired clay"}: a diamond or masonry bit for this material, kept wet, slowly, no hammer, no pressure at the end; eye protection and gloves. Never toughened glass: it bursts into crumbs. What is old or cracked can break at any moment; have it done where you are not sure.`,
      "Stone and clay dust harms lungs: drill it wet, wear a fine-dust mask.",
      tools,
    ];
  if (vessel.material === "metal")
    return [
      "Metal: centre-punch, oil, slowly; eye protection. The edge of the hole is sharp, and so are the chips: gloves, and a file around it.",
      tools,
    ];
  return [
    "Eye protection; a block of wood behind the wall; hold it so that it cannot spin. Let the bit cut: brittle plastic cracks when it is pushed. Pick up the chips, animals and soil life eat them.",
    tools,
  ];
}

/** On lifting, floors and children, before anything is carried. */
export function careOfPlace({ setup, readings, living, system }: Bench): readonly string[] {
  const emptyKg = vesselKg(setup.vessel) + setup.fixtures.reduce((sum, one) => sum + fixtureKg(setup, one), 0);
  const builtKg = emptyKg + (readings?.wetKg ?? 0);
  const openCm = readings ? Math.max(0, readings.waterTableCm - readings.heightCm) : 0;
  const hasOpenWater = openCm > 0.05 || setup.fixtures.some(({ kind }) => kind === "tray");
  const eaten = living.some(({ kind }) => kind.life === "plant" && kind.eaten);
  return [
    ...(builtKg > ONE_PERSON_KG
      ? [
          `Built and watered it weighs about ${formatMass(builtKg, system)}, more than one person lifts: build it where it is to stand, and carry it empty. Whether a deck, balcony, roof or upper floor bears it, a structural engineer decides.`,
        ]
      : builtKg >= 10
        ? [
            `Built and watered it weighs about ${formatMass(builtKg, system)}: see what the shelf, bracket or rail bears, and lift with a straight back.`,
          ]
        : []),
    ...(hasOpenWater && setup.site.children !== "no"
      ? [
          "Water stands open in it: never leave small children alone near it, however shallow; a rigid grating, a fence, or another place. Local rules for open water hold first.",
        ]
      : []),
    ...(setup.vessel.material === "glass"
      ? ["Not in the sun: closed glass in the sun cooks what is inside within half an hour."]
      : []),
    ...(eaten && setup.vessel.foodSafe !== "yes"
      ? [
          setup.vessel.foodSafe === "no"
            ? "What grows here is eaten, and this vessel is not food-safe: another vessel, or a food-safe liner all the way up."
            : "What grows here is eaten: make sure the vessel is food-safe. Old paint, treated wood, galvanised or unknown plastic is not.",
        ]
      : []),
  ];
}

const has = (medium: Medium, words: RegExp): boolean =>
  words.test([...medium.cautions, medium.safety.note, ...medium.safety.flags].join(" "));

/** What to mind with a medium; `again` is how it is said where it was said in full before. */
export type Care = { readonly id: string; readonly text: string; readonly again: string };

/** What of a medium's own cautions is said by what holds for its kind. */
const SAID_BY = {
  dust: /^wet before handling and wear a dust mask/iu,
  gloves: /legionella|sporothrix/iu,
  manure: /herbicide/iu,
};

/**
 * On handling media: what holds for their kinds, then their own cautions.
 * @param saidBy  what of their own cautions the step says already
 */
export function careOfMedia(
  media: readonly Medium[],
  living: readonly Occupant[],
  saidBy: RegExp | undefined,
): readonly Care[] {
  const eaten = living.some((kind) => kind.life === "plant" && kind.eaten);
  const animals = living.some((kind) => kind.life === "animal");
  const dusty = media.filter(
    (medium) => has(medium, /dust|mask/iu) || ["perlite", "vermiculite", "peat"].some((one) => medium.id.includes(one)),
  );
  const alive = media.filter(({ class: of, pattern }) => of === "organic" || pattern === "moss");
  const found: Care[] = [];
  if (dusty.length > 0)
    found.push({
      id: "dust",
      text: `Dust of ${wordsOf(dusty)}: wet it as you open the bag, wear a mask, work outdoors or with the window open.`,
      again: `Dust of ${wordsOf(dusty)} too: mask, and wet it.`,
    });
  if (alive.length > 0)
    found.push({
      id: "gloves",
      text: `Gloves with ${wordsOf(alive)}: a cut can catch a skin fungus from moss and peat, and damp potting soil can carry Legionella. Do not breathe its dust; wash your hands before you eat.`,
      again: `Gloves with ${wordsOf(alive)} too.`,
    });
  if (media.some(({ pattern }) => pattern === "moss"))
    found.push({
      id: "moss",
      text: "Moss heated for seed in a microwave: soaking wet, in an open dish, in short goes, never sealed and never dry; steam scalds and dry moss burns.",
      again: "",
    });
  if (eaten && media.some(({ pattern }) => pattern === "compost"))
    found.push({
      id: "manure",
      text: "Compost of unknown manure can carry weedkiller and germs: sow a few beans in it first, and keep fresh manure off what is eaten raw.",
      again: "",
    });
  const harmed = living.filter((kind) => kind.life === "plant" && kind.feed === "none");
  if (harmed.length > 0 && alive.length > 0)
    found.push({
      id: "no-feed",
      text: `Nothing with feed or lime in it: it harms ${wordsOf(harmed)}. Read the bag, “enriched” is fed.`,
      again: "",
    });
  if (animals)
    found.push({
      id: "animals",
      text: "For animals: nothing with feed, wetting agent, pesticide, dust or sharp grains in it. A sick animal is for a vet.",
      again: "",
    });
  const isSaid = (caution: string): boolean =>
    saidBy?.test(caution) ||
    found.some(({ id }) => Object.hasOwn(SAID_BY, id) && SAID_BY[id as keyof typeof SAID_BY].test(caution));
  return [
    ...found,
    ...[...new Set(media.flatMap(({ cautions }) => cautions))]
      .filter((caution) => !isSaid(caution))
      .map((text) => ({ id: text, text: `${text}.`, again: "" })),
  ];
}

/** Each in full the first time, and shortly or not at all after that. */
export const saidOnce = (cares: readonly Care[], said: Set<string>): readonly string[] =>
  cares.flatMap(({ id, text, again }) => {
    if (said.has(id)) return again === "" ? [] : [again];
    said.add(id);
    return [text];
  });

const wordsOf = (kinds: readonly { readonly name: string }[]): string => {
  const names = [...new Set(kinds.map(({ name }) => name.toLowerCase()))];
  return names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)!}`;
};

/** Plants that want water this poor in salts are told so; others take what comes from the tap. [mg/L] */
const SOFT_WATER_PPM = 200;

/** On the water itself, for those that suffer from what is dissolved in it. */
export function careOfWater(living: readonly Occupant[]): readonly string[] {
  const soft = living.flatMap((kind) =>
    kind.life === "plant" && kind.mostWaterPpm.typical <= SOFT_WATER_PPM ? [kind] : [],
  );
  if (soft.length === 0) return [];
  const most = Math.min(...soft.map(({ mostWaterPpm }) => mostWaterPpm.typical));
  return [
    `Rain or distilled water only: more than about ${most} mg of solids in a litre harms ${wordsOf(soft)}. Tap water is mostly over that; a cheap meter tells.`,
  ];
}
