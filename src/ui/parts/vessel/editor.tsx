"use client";
import { capitalised } from "@/core/units/text";
import { useStore } from "zustand";
import { withVessel } from "@/core/stack/edit";
import { failed, ok, problem, type Problem, type Result } from "@/core/units/problem";
import {
  lengthFieldText,
  parseLengthCm,
  parseVolumeCm3,
  volumeFieldText,
  lengthUnitName,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import type { Pour } from "@/core/vessel/poured";
import { reshaped } from "@/core/vessel/reshape";
import {
  dimensionCm,
  FOOD_SAFE,
  USUAL_WALLS,
  VESSEL_DIMENSIONS,
  VESSEL_MATERIALS,
  VESSEL_SHAPES,
  type Shape,
  type Vessel,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import { useOffered } from "../../fields/use-offered";
import { Choice, Tick } from "../../fields/choice";
import type { EditorProps } from "../part";
import { FOOD_WORDS, MATERIAL_WORDS, SHAPE_WORDS } from "../words";

/** The vessel by its inside, its wall and what it is made of. */
export function VesselEditor({ store }: EditorProps) {
  const vessel = useStore(store, (state) => state.setup.vessel);
  const system = useUnits();
  const offer = (label: string, change: (vessel: Vessel) => Vessel): readonly Problem[] => {
    const { committed } = store.getState();
    return store.offer(label, withVessel(committed, change(committed.vessel)), system);
  };
  const tell = (problems: readonly Problem[]): void => store.say(problems[0]?.message);
  return (
    <>
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1">
        <Choice
          label="Shape"
          value={vessel.shape}
          options={VESSEL_SHAPES.map((shape) => [shape, SHAPE_WORDS[shape]])}
          onChoose={(shape) => tell(offer("Shape of the vessel", (now) => reshaped(now, shape as Shape)))}
        />
        <Choice
          label="Made of"
          value={vessel.material}
          options={VESSEL_MATERIALS.map((material) => [material, MATERIAL_WORDS[material]])}
          onChoose={(material) =>
            tell(
              offer("Material of the vessel", (now) => ({
                ...now,
                material: material as VesselMaterial,
                ...USUAL_WALLS[material as VesselMaterial],
              })),
            )
          }
        />
      </div>
      <div className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1">
        {VESSEL_DIMENSIONS[vessel.shape].map(([dimension, words]) => (
          <NumberField
            key={dimension}
            label={capitalised(words)}
            value={dimensionCm(vessel, dimension)}
            onOffer={(cm) => offer(capitalised(words), (now) => ({ ...now, [dimension]: cm }) as Vessel)}
          />
        ))}
        {vessel.shape === "poured" && (
          <PoursField
            pours={vessel.pours}
            system={system}
            onOffer={(pours) =>
              offer("Poured volumes", (now) =>
                now.shape === "poured" ? { ...now, pours, insideDepthCm: pours.at(-1)!.heightCm } : now,
              )
            }
          />
        )}
        <NumberField
          label="Wall thickness"
          value={vessel.wallCm}
          onOffer={(wallCm) => offer("Wall thickness", (now) => ({ ...now, wallCm }))}
        />
        <NumberField
          label="Base thickness"
          value={vessel.baseCm}
          onOffer={(baseCm) => offer("Base thickness", (now) => ({ ...now, baseCm }))}
        />
      </div>
      <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1">
        <Choice
          label="Safe for food"
          value={vessel.foodSafe}
          options={FOOD_SAFE.map((one) => [one, FOOD_WORDS[one]])}
          onChoose={(foodSafe) =>
            tell(offer("Safe for food", (now) => ({ ...now, foodSafe: foodSafe as Vessel["foodSafe"] })))
          }
        />
        <Tick
          label="one can see through it"
          checked={vessel.seeThrough}
          onChange={(seeThrough) => tell(offer("See through", (now) => ({ ...now, seeThrough })))}
        />
      </div>
    </>
  );
}

/** Each line "5 L at 7 cm": all the water in there, and how high it stood. */
function readPours(text: string, system: UnitSystem): Result<readonly Pour[]> {
  const pours: Pour[] = [];
  for (const line of text.split(/[\n;]+/u).map((one) => one.trim())) {
    if (line === "") continue;
    const parts = line.split(/\s*(?:\bat\b|:|=|→|\brose to\b|\bto\b)\s*/u);
    const volume = parseVolumeCm3(parts[0] ?? "", system);
    const height = parseLengthCm(parts[1] ?? "", system);
    if (parts.length !== 2 || !volume.ok || !height.ok)
      return failed(
        problem(
          "vessel.pours",
          "unread",
          `“${line}” is not read as a pour. Write it like “5 ${volumeUnitName(system)} at 7 ${lengthUnitName(system)}”.`,
        ),
      );
    pours.push({ volumeCm3: volume.value, heightCm: height.value });
  }
  return pours.length > 0
    ? ok(pours)
    : failed(problem("vessel.pours", "too-few", "Write one pour a line, the last up to the rim."));
}

const poursText = (pours: readonly Pour[], system: UnitSystem): string =>
  pours
    .map(
      ({ volumeCm3, heightCm }) =>
        `${volumeFieldText(volumeCm3, system)} ${volumeUnitName(system)} at ${lengthFieldText(heightCm, system)} ${lengthUnitName(system)}`,
    )
    .join("; ");

function PoursField({
  pours,
  system,
  onOffer,
}: {
  pours: readonly Pour[];
  system: UnitSystem;
  onOffer: (pours: readonly Pour[]) => readonly Problem[];
}) {
  const { input, said } = useOffered(poursText(pours, system), (text) => {
    const read = readPours(text, system);
    return read.ok ? onOffer(read.value) : read.problems;
  });
  return (
    <label className="block basis-full text-sm text-soft">
      Poured in, all told, and how high it stood
      <input {...input} className="field w-full text-base text-ink" />
      {said && (
        <span className="said block" role="alert">
          {said}
        </span>
      )}
    </label>
  );
}
