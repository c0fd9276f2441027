import { fixtureOf, fixturesOf, type FillTube, type FixtureKind, type Hole } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { formatLength, formatVolume } from "../units/units";
import { hasCurvedWall, cutAt, vesselVolumeCm3 } from "../vessel/vessel";
import type { Bench } from "./bench";
import { careInDrilling, careOfPlace } from "./care";
import { cutsOf, type BaseCut, type WallCut } from "./cuts";
import { FOOT_HOLES, linerSheet, placeAcross, tubeLengthCm } from "./sizes";
import type { Shows, WrittenStep } from "./step";

const EMPTY: Shows = {
  filledToCm: undefined,
  fixtureIds: [],
  platform: false,
  sheetsUnder: 0,
  waterCm: undefined,
  ball: undefined,
  markCm: undefined,
};

const step = (key: string, heading: string, text: readonly string[], more: Partial<WrittenStep> = {}): WrittenStep => ({
  key,
  heading,
  text,
  marks: undefined,
  cautions: [],
  shows: EMPTY,
  asks: [],
  ...more,
});

/** Everything before the first grain goes in: the place, the holes, what keeps water in, the tubes. */
export function preparing(bench: Bench): readonly WrittenStep[] {
  const steps = [placeStep(bench), ...builtIn("dry", bench), ...tightnessSteps(bench), ...builtIn("tried", bench)];
  // each drawing shows what was built in up to its step
  const built: string[] = [];
  return steps.map(({ fixtureIds, ...one }) => {
    built.push(...fixtureIds);
    return { ...one, shows: { ...one.shows, fixtureIds: [...built] } };
  });
}

/** Of each kind: whether it is built in before the vessel is tried with water, after it, or once all is filled in. */
const BUILT: Record<
  FixtureKind,
  { readonly when: "dry" | "tried" | "filled"; readonly steps: (bench: Bench) => Building[] }
> = {
  hole: { when: "dry", steps: (bench) => [...plugSteps(bench), ...cameSteps(bench), ...drillSteps(bench)] },
  // drilled with the holes, in one go
  standpipe: { when: "dry", steps: drainPipeSteps },
  liner: { when: "dry", steps: linerSteps },
  "drain-screen": { when: "dry", steps: screenSteps },
  tray: { when: "dry", steps: traySteps },
  "fill-tube": { when: "tried", steps: fillTubeSteps },
  "tell-tale": { when: "tried", steps: tellTaleSteps },
  front: { when: "dry", steps: frontSteps },
  // fill.ts lays it on the way up
  "feed-strip": { when: "filled", steps: () => [] },
  // finish.ts dresses the top and puts the lid on
  dressing: { when: "filled", steps: () => [] },
  lid: { when: "filled", steps: () => [] },
};
const builtIn = (when: "dry" | "tried", bench: Bench): Building[] =>
  Object.values(BUILT).flatMap((kind) => (kind.when === when ? kind.steps(bench) : []));

type Building = WrittenStep & { readonly fixtureIds: readonly string[] };
const building = (one: WrittenStep, ...fixtureIds: readonly string[]): Building => ({ ...one, fixtureIds });

function placeStep(bench: Bench): Building {
  const { setup, system, network } = bench;
  const holdsWater = setup.water.by !== "soaking" || network?.openings.baseIsOpen === false;
  const { lengthCm } = cutAt(setup.vessel, 0);
  const tiltCm = lengthCm / 100;
  return building(
    step(
      "place",
      "Make room where it is to stand",
      [
        holdsWater
          ? `Level it with a spirit level, both ways: where it leans by 1 in 100, its water stands ${formatLength(tiltCm, system)} higher at one end than at the other. Pack under it until the bubble is in the middle, before anything is in it.`
          : "It should stand firm, and its holes free: on feet, battens or gravel, not flat on a floor that seals them.",
        "Clean the vessel with hot water and a brush, rinse it, and let it dry. Read the steps through once and lay out what they ask for.",
      ],
      { cautions: careOfPlace(bench) },
    ),
  );
}

function plugSteps({ setup, system }: Bench): Building[] {
  return fixturesOf(setup, "hole")
    .filter(({ plugged }) => plugged)
    .map((hole) =>
      building(
        step(
          `fixture:${hole.id}`,
          hole.count === 1 ? "Stop the hole it came with" : `Stop the ${hole.count} holes it came with`,
          [
            `${hole.in === "base" ? "In the base" : `In the wall, ${formatLength(hole.lipCm, system)} over the inside base`}, ${formatLength(hole.diameterCm, system)} wide: a rubber bung or a plate with a bead of sealant on the dry, clean inside. ${
              hole.in === "base" ? "It bears all the water over it: press it home from the inside. " : ""
            }Let sealant cure as long as its label says before water comes to it.`,
          ],
          {
            cautions: [
              "Sealants: an aquarium grade without mould-killer where animals or food plants are to live; open windows while it cures.",
            ],
          },
        ),
        hole.id,
      ),
    );
}

/** A hole that a liner lies over still has its use. */
function underLiner(setup: Setup, { in: place, lipCm }: Hole): string {
  const liner = fixtureOf(setup, "liner");
  return liner && (place === "base" || lipCm < liner.topCm)
    ? " The liner comes to lie over it: what runs over its edge leaves there."
    : "";
}

/** Holes it came with that stay open: looked at, not drilled. */
function cameSteps({ setup, system }: Bench): Building[] {
  if (setup.vessel.material === "fabric") return [];
  return fixturesOf(setup, "hole")
    .filter(({ plugged, came }) => came && !plugged)
    .map((hole) =>
      building(
        step(
          `fixture:${hole.id}`,
          hole.count === 1 ? "Look at the hole it came with" : `Look at the ${hole.count} holes it came with`,
          [
            `${hole.in === "base" ? "In the base" : `In the wall, its lower edge ${formatLength(hole.lipCm, system)} over the inside base`}, as the design has it ${formatLength(hole.diameterCm, system)} wide${hole.count === 1 ? "" : " each"}: see that water passes, and keep grains off it from the inside with a scrap of mesh. Where yours are others, write them into the design: how fast rain leaves hangs on them.${underLiner(setup, hole)}`,
          ],
          { asks: hole.in === "wall" ? ["lipCm", "diameterCm", "count"] : ["diameterCm", "count"] },
        ),
        hole.id,
      ),
    );
}

/** "Drill it with a bit of 12 mm." */
const makeWords = ({ drill, diameterCm }: WallCut | BaseCut, count: number, { system }: Bench): string => {
  const what = count === 1 ? "it" : "them";
  return drill
    ? `Drill ${what} with a bit of ${drill.words}.`
    : `Saw ${what} ${formatLength(diameterCm, system)} wide: that is wider than hole saws go.`;
};

function drillSteps(bench: Bench): Building[] {
  const { setup, system } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const tube = fixtureOf(setup, "fill-tube");
  return cutsOf(setup, system).map((cut) => {
    const { fixture } = cut;
    const count = fixture.kind === "hole" ? fixture.count : 1;
    const cautions = careInDrilling(setup);
    const make = cut.drill ? "Drill" : "Saw";
    const differs =
      fixture.kind === "hole" && cut.drill && Math.abs(cut.diameterCm - fixture.diameterCm) > 0.02
        ? ` The design says ${cm(fixture.diameterCm)}; the nearest drill is ${cut.drill.words}.`
        : "";
    if (cut.in === "wall") {
      const opposite =
        tube && tube.acrossShare < 0.5 !== (cut.side === "left") ? ", the side away from the fill tube" : "";
      return building(
        step(
          `fixture:${fixture.id}`,
          `${make} the ${count === 1 ? "hole" : `${count} holes`} in the wall`,
          [
            `On the ${hasCurvedWall(setup.vessel) ? "side" : "end"} at the ${cut.side} of the drawing${opposite}: mark ${count === 1 ? "the centre" : "the centres"} ${cm(cut.overGroundCm)} up from what it stands on, measured straight up the outside, which is ${cm(cut.underRimCm)} under the rim.${
              count > 1
                ? ` Side by side, ${cm(cut.places[1]!.alongCm - cut.places[0]!.alongCm)} from centre to centre.`
                : ""
            } ${makeWords(cut, count, bench)}${differs}`,
            `The lower edge is what counts: it comes to lie ${cm(cut.fixture.lipCm)} over the inside base (the base is ${cm(setup.vessel.baseCm)} thick). ${
              count === 1 ? "One hole clogs sooner or later: two are safer. " : ""
            }Smooth the edge, and keep grains off it from the inside with a scrap of mesh.`,
          ],
          {
            cautions,
            asks: ["lipCm", "diameterCm", "count"],
            shows: { ...EMPTY, markCm: cut.fixture.lipCm },
          },
        ),
        fixture.id,
      );
    }
    const spread = cut.isRound
      ? "spread in a ring as drawn"
      : `spread as drawn over ${cm(cut.lengthCm)} by ${cm(cut.widthCm)}`;
    return building(
      step(
        `fixture:${fixture.id}`,
        fixture.kind === "standpipe"
          ? `${make} the base for the standpipe`
          : `${make} the ${count === 1 ? "hole" : `${count} holes`} in the base`,
        [
          fixture.kind === "standpipe"
            ? `In the base, at the place drawn, to take a pipe ${cm(fixture.diameterCm)} wide inside. ${makeWords(cut, 1, bench)} Set the pipe through it with a seal, its upper end ${cm(fixture.lipCm)} over the inside base, and let the seal cure.`
            : `In the base, ${count === 1 ? "at the place drawn" : spread}. ${makeWords(cut, count, bench)}${differs} From the outside, with the vessel upside down on something soft. Where it came with holes, see that they are open and as wide.${fixture.kind === "hole" ? underLiner(setup, fixture) : ""}`,
        ],
        {
          cautions,
          asks: fixture.kind === "standpipe" ? ["lipCm", "diameterCm"] : ["diameterCm", "count"],
          ...(fixture.kind === "standpipe" ? { shows: { ...EMPTY, markCm: fixture.lipCm } } : {}),
        },
      ),
      fixture.id,
    );
  });
}

function linerSteps({ setup, system, living }: Bench): Building[] {
  const liner = fixtureOf(setup, "liner");
  if (!liner) return [];
  const { lengthCm, widthCm } = linerSheet(setup, liner);
  const cm = (height: number): string => formatLength(height, system);
  const eaten = living.some(({ kind }) => kind.life === "plant" && kind.eaten);
  const animals = living.some(({ kind }) => kind.life === "animal");
  return [
    building(
      step(
        `fixture:${liner.id}`,
        "Lay the liner",
        [
          `Cut a sheet ${cm(lengthCm)} by ${cm(widthCm)}. Take out what is sharp under it, lay it in loose, push it into the corners and fold them, do not cut them. Its edge comes to lie ${cm(liner.topCm)} over the inside base all the way around; water that stands higher leaves over it.`,
          "Fix the edge only when the layers are in: the filling pulls it down.",
        ],
        {
          cautions: [
            ...(eaten
              ? ["What grows here is eaten: only a sheet that is sold as safe for drinking water or food."]
              : []),
            ...(animals
              ? ["For animals: a sheet sold for ponds with fish, without anything that kills algae or roots."]
              : []),
          ],
          asks: ["topCm"],
          shows: { ...EMPTY, markCm: liner.topCm },
        },
      ),
      liner.id,
    ),
  ];
}

/** A pipe in the drain that is there already. */
function drainPipeSteps({ setup, system }: Bench): Building[] {
  const cm = (height: number): string => formatLength(height, system);
  return fixturesOf(setup, "standpipe").flatMap((pipe) =>
    pipe.inDrain
      ? [
          building(
            step(
              `fixture:${pipe.id}`,
              "Stand the pipe in its drain",
              [
                `In the drain it came with, in place of the plug: a pipe ${cm(pipe.diameterCm)} wide inside, its upper end ${cm(pipe.lipCm)} over the inside base, in a rubber bung or a collar with sealant that fits the drain. What runs down it leaves by the old waste: see where that goes. A cap of mesh on top keeps leaves out.`,
              ],
              { asks: ["lipCm", "diameterCm"], shows: { ...EMPTY, markCm: pipe.lipCm } },
            ),
            pipe.id,
          ),
        ]
      : [],
  );
}

function frontSteps({ setup, system }: Bench): Building[] {
  return fixturesOf(setup, "front").map((front) =>
    building(
      step(
        `fixture:${front.id}`,
        "Look at the sill",
        [
          `The doors open over a sill ${formatLength(front.sillCm, system)} over the inside base. Soil and water stay under it: mark it inside with tape, and run a bead of sealant along its foot if the panes only stand in a groove. Doors let air and small animals through at their gap; a strip closes it.`,
        ],
        { asks: [], shows: { ...EMPTY, markCm: front.sillCm } },
      ),
      front.id,
    ),
  );
}

function screenSteps({ setup }: Bench): Building[] {
  const screen = fixtureOf(setup, "drain-screen");
  return screen
    ? [
        building(
          step(`fixture:${screen.id}`, "Cover the holes in the base", [
            "Lay a piece of mesh or a crock over each: water has to pass, grains have to stay. Plastic mesh stays for good; paper and card are gone in weeks.",
          ]),
          screen.id,
        ),
      ]
    : [];
}

function traySteps({ setup, system }: Bench): Building[] {
  const tray = fixtureOf(setup, "tray");
  return tray
    ? [
        building(
          step(
            `fixture:${tray.id}`,
            "Set it in its tray",
            [
              `${formatLength(tray.insideLengthCm, system)} by ${formatLength(tray.insideWidthCm, system)} inside, ${formatLength(tray.insideDepthCm, system)} deep. Level the tray, set the vessel in its middle, and see that water gets under it: small spacers where the base lies flat.`,
            ],
            {
              cautions: [
                "Open water, however shallow: not within reach of small children. A tray that empties within a day or so between fillings breeds no mosquitoes.",
              ],
            },
          ),
          tray.id,
        ),
      ]
    : [];
}

/** What is to hold water is tried with water, while nothing is in it yet. */
function tightnessSteps({ setup, system, network }: Bench): Building[] {
  const pipes = fixturesOf(setup, "standpipe");
  const holds =
    setup.water.by !== "soaking" ||
    pipes.length > 0 ||
    setup.fixtures.some((one) => one.kind === "hole" && one.plugged);
  const baseIsOpen = network?.openings.baseIsOpen ?? false;
  if (!holds || baseIsOpen) return [];
  const out = network?.openings.over[0];
  const toCm = Math.min(out?.lipCm ?? setup.vessel.insideDepthCm / 3, setup.vessel.insideDepthCm);
  const begins = !out
    ? ""
    : out.way === "liner"
      ? ": it should begin to run over the liner's edge and out below"
      : out.way === "front"
        ? ": it should begin to seep out under the doors, and if it does not, so much the better"
        : out.way === "pipe"
          ? ": it should begin to run down the pipe"
          : out.count === 1
            ? ": it should begin to run out of the hole"
            : ": it should begin to run out of the holes, of all at once if it stands level";
  return [
    building(
      step(
        "tight",
        "Try it with water",
        [
          `Empty as it is, fill it with ${formatVolume(vesselVolumeCm3(setup.vessel, toCm), system)}, which is ${formatLength(toCm, system)} deep${begins}. Dry the outside and leave it for an hour on newspaper: no damp patch${pipes.length > 0 ? ", and not a drop from under the base around the pipe" : ""}. Then empty it.`,
        ],
        { shows: { ...EMPTY, waterCm: toCm } },
      ),
    ),
  ];
}

function fillTubeSteps({ setup, system }: Bench): Building[] {
  const cm = (height: number): string => formatLength(height, system);
  const foot = ({ foot: kind, diameterCm }: FillTube): string =>
    kind === "cut"
      ? `Cut its lower end at a slant of 45°, so that over ${cm(diameterCm)} it stands on a point and water runs out beside it`
      : `Drill ${FOOT_HOLES.count} holes of ${cm(FOOT_HOLES.diameterCm)} into its lowest ${cm(FOOT_HOLES.upToCm)}, all around`;
  return fixturesOf(setup, "fill-tube").map((tube) =>
    building(
      step(
        `fixture:${tube.id}`,
        "Cut and stand the fill tube",
        [
          `${cm(tubeLengthCm(setup))} long, ${cm(tube.diameterCm)} wide inside. ${foot(tube)}. Stand it on the inside base ${placeAcross(tube.acrossShare)}, upright, and tape it to the rim until the layers hold it. A stopper or a scrap of mesh on top keeps mosquitoes and leaves out.`,
        ],
        { asks: ["diameterCm"] },
      ),
      tube.id,
    ),
  );
}

function tellTaleSteps({ setup, system }: Bench): Building[] {
  const cm = (height: number): string => formatLength(height, system);
  return fixturesOf(setup, "tell-tale").map((tube) =>
    building(
      step(
        `fixture:${tube.id}`,
        "Stand the level tell-tale",
        [
          `A clear tube ${cm(tubeLengthCm(setup))} long and ${cm(tube.diameterCm)} wide inside, ${placeAcross(tube.acrossShare)}, its lower end cut aslant and wrapped in mesh. Scratch the levels on it that you want to see.`,
        ],
        { asks: ["diameterCm"] },
      ),
      tube.id,
    ),
  );
}
