"use client";
import { memo } from "react";
import type { Animal, Plant } from "@/core/occupants/occupant";
import { fixtureOf } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { rootZoneCm, stackHeightCm } from "@/core/stack/geometry";
import type { Finding, Grade, Verdict } from "@/core/verdicts/verdict";
import { GRADE_WORDS } from "@/core/verdicts/grade-words";
import { verdictName } from "@/core/verdicts/words";
import { yOf as yOfHeight, type BoardGeometry, type Span } from "../drawing/geometry";
import type { Outline } from "@/core/drawing/outline";
import { partKey, type PartKey } from "../open-setup/part-key";
import type { SetupStore } from "../open-setup/setup-store";
import { useJudged } from "./use-verdicts";

/** So many bands stand beside the profile, and so many plants of a kind in the section. */
const MOST_BANDS = 4;
const MOST_DRAWN = 5;
const BAND_PX = 5;
const BAND_GAP_PX = 2;
/** The inside of the vessel, as the strata of the board are clipped to it. */
const INSIDE = "url(#board-inside)";

/** What lives there, in the section: plants to their spread and the depth of their roots, and burrows. */
export function LivingInSection({
  store,
  geometry,
  outline,
  chosen,
}: {
  store: SetupStore;
  geometry: BoardGeometry;
  outline: Outline;
  chosen: PartKey | undefined;
}) {
  const judged = useJudged(store);
  return judged ? (
    <Plants
      setup={judged.setup}
      verdicts={judged.verdicts}
      geometry={geometry}
      outline={outline}
      chosen={chosen}
      onChoose={store.openPart}
    />
  ) : null;
}

/** The same beside the profile, on its heights: how deep each wants to go, and how deep it can. */
export function LivingBands({ store, geometry }: { store: SetupStore; geometry: BoardGeometry }) {
  const judged = useJudged(store);
  return judged ? <Bands setup={judged.setup} verdicts={judged.verdicts} geometry={geometry} /> : null;
}

const toneOf = (grade: Grade): string =>
  grade === "unsuited" ? "var(--trouble)" : grade === "unknown" ? "var(--ink-soft)" : "var(--life)";

type Band = { readonly fromCm: number; readonly toCm: number; readonly okFromCm: number; readonly okToCm: number };

/** Where a plant wants its roots and has its air, or an animal its damp. [cm over the base] */
function bandOf(setup: Setup, { occupant, findings }: Verdict): Band | undefined {
  const find = <L extends Finding["limit"]>(limit: L) =>
    findings.find((one): one is Extract<Finding, { limit: L }> => one.limit === limit);
  if (occupant?.life === "plant") {
    const roots = rootZoneCm(setup);
    if (!roots) return undefined;
    const room = Math.min(
      find("air")?.airedCm.typical ?? Infinity,
      find("wet-for-good")?.grade === "suits" ? Infinity : (find("wet-for-good")?.roomCm.typical ?? Infinity),
    );
    const fromCm = Math.max(roots.fromCm, roots.toCm - occupant.rootDepthCm.typical);
    return { fromCm, toCm: roots.toCm, okFromCm: Math.max(fromCm, roots.toCm - room), okToCm: roots.toCm };
  }
  if (occupant?.life === "animal") {
    const damp = find("deep-damp");
    const top = stackHeightCm(setup);
    const fromCm = Math.max(setup.fillFromCm, top - occupant.depthCm.typical);
    return {
      fromCm,
      toCm: top,
      okFromCm: damp?.fromCm === undefined ? top : Math.max(fromCm, damp.fromCm),
      okToCm: damp?.toCm === undefined ? top : Math.min(top, damp.toCm),
    };
  }
  return undefined;
}

/** Bars on the height axis, at the profile's right end: solid where it is as it should be, a broken line where it is not. */
function Bands({ setup, verdicts, geometry }: { setup: Setup; verdicts: readonly Verdict[]; geometry: BoardGeometry }) {
  const y = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const shown = verdicts.slice(0, MOST_BANDS);
  return (
    <g>
      {shown.map((verdict, i) => {
        const band = bandOf(setup, verdict);
        if (!band) return null;
        const x = geometry.profile.right - (i + 1) * (BAND_PX + BAND_GAP_PX);
        const name = `${verdictName(verdict)}: ${GRADE_WORDS[verdict.grade]}`;
        return (
          <g key={verdict.occupancy.id} role="img" aria-label={name}>
            <title>{name}</title>
            <path
              d={`M${x + BAND_PX / 2} ${y(band.fromCm)}V${y(band.toCm)}`}
              stroke={band.okFromCm > band.fromCm + 0.05 || band.okToCm < band.toCm - 0.05 ? "var(--trouble)" : "none"}
              strokeWidth={2}
              strokeDasharray="2.5 2.5"
            />
            <rect
              x={x}
              y={y(band.okToCm)}
              width={BAND_PX}
              height={Math.max(0, y(band.okFromCm) - y(band.okToCm))}
              fill="var(--life)"
              stroke="var(--sheet)"
              strokeWidth={0.8}
            />
          </g>
        );
      })}
    </g>
  );
}

/** Plants of the section, one beside the other, as wide and as deep as they usually grow. */
const Plants = memo(function Plants({
  setup,
  verdicts,
  geometry,
  outline,
  chosen,
  onChoose,
}: {
  setup: Setup;
  verdicts: readonly Verdict[];
  geometry: BoardGeometry;
  outline: Outline;
  chosen: PartKey | undefined;
  onChoose: (key: PartKey) => void;
}) {
  const roots = rootZoneCm(setup);
  const plants = verdicts.flatMap(({ occupancy, occupant, grade }) =>
    occupant?.life === "plant"
      ? Array.from({ length: Math.min(occupancy.count, MOST_DRAWN) }, (_, i) => ({
          key: `${occupancy.id}-${i}`,
          part: partKey("occupant", occupancy.id),
          occupant,
          grade,
        }))
      : [],
  );
  const animals = verdicts.flatMap(({ occupancy, occupant, grade }) =>
    occupant?.life === "animal" && occupant.burrowCm
      ? [{ key: occupancy.id, part: partKey("occupant", occupancy.id), occupant, grade }]
      : [],
  );
  const top = stackHeightCm(setup);
  const walls = outline.wallsAt(Math.min(top, setup.vessel.insideDepthCm));
  const places = plants.length;
  const at = (i: number, of: number): number => walls.left + ((i + 0.5) / of) * (walls.right - walls.left);
  return (
    <g aria-hidden className="cursor-pointer">
      {roots &&
        plants.map(({ key, part, occupant, grade }, i) => (
          <OnePlant
            key={key}
            isChosen={part === chosen}
            onChoose={() => onChoose(part)}
            plant={occupant}
            grade={grade}
            x={at(i, places)}
            surfaceCm={top + (setup.planting?.crownOverSoilCm ?? 0)}
            rootsFromCm={roots.fromCm}
            rootsToCm={roots.toCm}
            room={(walls.right - walls.left) / places}
            isUnderLid={fixtureOf(setup, "lid") !== undefined}
            geometry={geometry}
            outline={outline}
          />
        ))}
      {animals.map(({ key, part, occupant, grade }, i) => (
        <OneBurrow
          key={key}
          isChosen={part === chosen}
          onChoose={() => onChoose(part)}
          animal={occupant}
          grade={grade}
          setup={setup}
          walls={walls}
          at={i}
          geometry={geometry}
          outline={outline}
        />
      ))}
    </g>
  );
});

/** Leaves as an outline, a stem, and roots as a fan: no portrait, but to scale. */
function OnePlant({
  plant,
  grade,
  x,
  surfaceCm,
  rootsFromCm,
  rootsToCm,
  room,
  isUnderLid,
  isChosen,
  onChoose,
  geometry,
  outline,
}: {
  plant: Plant;
  isChosen: boolean;
  onChoose: () => void;
  grade: Grade;
  x: number;
  surfaceCm: number;
  rootsFromCm: number;
  rootsToCm: number;
  room: number;
  /** What grows under a lid stays under it. */
  isUnderLid: boolean;
  geometry: BoardGeometry;
  outline: Outline;
}) {
  const y = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const crown = y(surfaceCm);
  const ceilingY = isUnderLid ? geometry.rimY + 5 : 8;
  // what grows out of the drawing is cut off at its top
  const whole = plant.heightCm.typical * geometry.pxPerCm;
  const tall = Math.max(6, Math.min(crown - ceilingY, whole));
  // leaves reach over the rim, not over what stands beside the section
  const beside = Math.min(x - geometry.ruler.right, geometry.labels.left - x);
  const wide = Math.max(
    4,
    Math.min(outline.across(plant.spreadCm.typical) / 2, room * (isUnderLid ? 0.46 : 0.9), beside),
  );
  const foot = y(Math.max(rootsFromCm, rootsToCm - plant.rootDepthCm.typical));
  const rootTop = y(rootsToCm);
  const reach = Math.max(3, Math.min(outline.across(plant.rootSpreadCm.typical) / 2, room * 0.48));
  const colour = toneOf(grade);
  const leaves = leavesOf(plant, x, crown, wide, tall);
  const rootsDown = Array.from({ length: 5 }, (_, i) => {
    const side = (i - 2) / 2;
    const depth = foot - rootTop;
    return `M${x} ${crown}L${x} ${rootTop}q${side * reach * 0.4} ${depth * 0.3} ${side * reach} ${depth * (1 - 0.25 * Math.abs(side))}`;
  }).join("");
  return (
    <g fill="none" stroke={colour} strokeLinecap="round" strokeLinejoin="round" onClick={onChoose}>
      <path d={leaves} stroke="transparent" strokeWidth={12} />
      <path d={leaves} strokeWidth={isChosen ? 3 : 1.5} opacity={0.9} />
      {whole > tall * 1.05 && <CutThrough x={x} y={crown - tall * CUT_AT} half={Math.min(wide * 0.5, 9)} />}
      <path d={rootsDown} strokeWidth={isChosen ? 2 : 1.1} opacity={0.75} clipPath={INSIDE} pointerEvents="none" />
    </g>
  );
}

/** Where up a plant that does not fit it is cut. */
const CUT_AT = 0.25;

/** The mark of draughtsmen for what is shown shorter than it is. */
const CutThrough = ({ x, y, half }: { x: number; y: number; half: number }) => (
  <g data-cut>
    <path d={`M${x - half} ${y + half * 0.4}L${x + half} ${y - half * 0.4}`} stroke="var(--paper)" strokeWidth={6} />
    <path
      d={`M${x - half} ${y + half * 0.4 + 3}L${x + half} ${y - half * 0.4 + 3}M${x - half} ${y + half * 0.4 - 3}L${x + half} ${y - half * 0.4 - 3}`}
      stroke="var(--ink)"
      strokeWidth={1.2}
    />
  </g>
);

/** Leaves by how a plant stands: a tuft for what is low, a stem with a crown for what is tall. */
function leavesOf(plant: Plant, x: number, crown: number, wide: number, tall: number): string {
  const isTall = plant.heightCm.typical > 1.4 * plant.spreadCm.typical;
  if (plant.guild === "stone-plant")
    return `M${x} ${crown - tall * 0.6}V${crown}H${x - wide * 0.9}V${crown - tall * 0.7}q0 ${-tall * 0.3} ${wide * 0.45} ${-tall * 0.3}q${wide * 0.45} 0 ${wide * 0.45} ${tall * 0.4}q0 ${-tall * 0.4} ${wide * 0.45} ${-tall * 0.4}q${wide * 0.45} 0 ${wide * 0.45} ${tall * 0.3}V${crown}H${x}`;
  if (plant.guild === "moss") return `M${x - wide} ${crown}q${wide} ${-2 * tall} ${2 * wide} 0`;
  if (isTall) {
    const head = crown - tall * 0.62;
    return `M${x} ${crown}V${crown - tall * 0.9}M${x} ${head + tall * 0.3}q${-wide} ${-tall * 0.1} ${-wide} ${-tall * 0.36}q${wide} 0 ${wide} ${tall * 0.36}M${x} ${head + tall * 0.16}q${wide} ${-tall * 0.1} ${wide} ${-tall * 0.36}q${-wide} 0 ${-wide} ${tall * 0.36}`;
  }
  return [-1, -0.55, 0, 0.55, 1]
    .map(
      (side) =>
        `M${x} ${crown}q${side * wide * 0.35} ${-tall * 0.95} ${side * wide} ${-tall * (1 - 0.55 * Math.abs(side))}`,
    )
    .join("");
}

/** A burrow as wide as it is dug, down to where the animal goes. */
function OneBurrow({
  animal,
  grade,
  setup,
  walls,
  at,
  isChosen,
  onChoose,
  geometry,
  outline,
}: {
  animal: Animal;
  isChosen: boolean;
  onChoose: () => void;
  grade: Grade;
  setup: Setup;
  walls: Span;
  at: number;
  geometry: BoardGeometry;
  outline: Outline;
}) {
  const top = stackHeightCm(setup);
  const y = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const foot = y(Math.max(setup.fillFromCm + 0.5, top - animal.depthCm.typical));
  const width = Math.max(3, outline.across(animal.burrowCm!.typical));
  const x = walls.left + (walls.right - walls.left) * (0.25 + 0.25 * (at % 3));
  return (
    <path
      d={`M${x} ${y(top)}C${x} ${(y(top) + foot) / 2} ${x + 3 * width} ${(y(top) + foot) / 2} ${x + 3 * width} ${foot}`}
      fill="none"
      stroke={toneOf(grade)}
      strokeOpacity={isChosen ? 0.9 : 0.45}
      onClick={onChoose}
      strokeWidth={width}
      strokeLinecap="round"
    />
  );
}
