"use client";
import { nanoid } from "nanoid";
import { useFieldArray, type UseFormReturn } from "react-hook-form";
import { MOST_WATERS, RAIN_WATER, TAP_ID } from "@/core/place/waters";
import type { Problem } from "@/core/units/problem";
import { Entry, saidOf } from "../fields/typed-form";
import { newWater, type PlaceTexts } from "./place-form";

const FIGURES = [
  ["solids", "mgPerL", "Dissolved", "mg/L"],
  ["hardness", "hardnessMgPerL", "Hardness, as CaCO₃", "mg/L"],
  ["alkalinity", "alkalinityMgPerL", "Alkalinity, as CaCO₃", "mg/L"],
  ["ph", "ph", "pH", ""],
] as const;

/** The waters at hand at a place, by name: the tap's first, and what else is carried there. */
export function WatersPart({ form, problems }: { form: UseFormReturn<PlaceTexts>; problems: readonly Problem[] }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "waters" });
  return (
    <div className="space-y-2">
      {fields.map((field, i) => {
        const isTap = field.waterId === TAP_ID;
        const path = `water.waters[${i}]`;
        return (
          <fieldset
            key={field.id}
            aria-label={isTap ? "Tap water" : `Water ${i + 1}`}
            className="flex flex-wrap items-end gap-x-5 gap-y-1"
          >
            <Entry
              form={form}
              name={`waters.${i}.name`}
              label="Water"
              said={saidOf(problems, `${path}.name`)}
              className="w-40"
              words
              most={40}
            />
            {FIGURES.map(([name, key, label, unit]) => (
              <Entry
                key={name}
                form={form}
                name={`waters.${i}.${name}`}
                label={label}
                said={saidOf(problems, `${path}.${key}`)}
                unit={unit}
              />
            ))}
            {!isTap && (
              <button type="button" className="press" onClick={() => remove(i)}>
                Take it out
              </button>
            )}
          </fieldset>
        );
      })}
      <p className="max-w-[75ch] text-sm leading-snug text-soft">
        Rain is at hand everywhere, with {RAIN_WATER.mgPerL} mg/L. What is left empty is not known. Hardness and
        alkalinity may be typed in degrees too, as kits have them: 8 °dH. Which of them a setup is given, and in what
        parts, is chosen on its Year page.
      </p>
      {fields.length < MOST_WATERS && (
        <button type="button" className="press" onClick={() => append(newWater(`water-${nanoid(8)}`))}>
          Another water
        </button>
      )}
    </div>
  );
}
