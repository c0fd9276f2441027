"use client";
import { useFieldArray, type Path, type UseFormReturn } from "react-hook-form";
import { X } from "lucide-react";
import type { Medium } from "@/core/media/medium";
import { MOST_FIGURES } from "@/core/media/own-medium";
import {
  formatLength,
  formatPercent,
  lengthInUnits,
  lengthUnitName,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";
import { densityFieldText, densityUnitName } from "@/core/units/media-units";
import { Choice, Entry, Said } from "../fields/typed-form";
import { COST_WORDS, percentRange, rangeText } from "./medium-words";
import { EMPTY_DRAINED, EMPTY_HELD, type OwnTexts, type ReadFigures } from "./own-figures";

type Fields = {
  readonly form: UseFormReturn<OwnTexts>;
  readonly system: UnitSystem;
  readonly read: ReadFigures;
  /** What is wrong with a figure, by its path in core. */
  readonly saidOf: (path: string) => string;
};

const NUMBER = "w-20 text-right";

/** Water and air in a soaked and drained vessel, by its height. */
export function DrainedFields({ form, system, read, saidOf }: Fields) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "figures.drained" });
  const unit = lengthUnitName(system);
  return (
    <fieldset className="border-t border-rule-strong pt-2">
      <legend className="float-left w-full font-serif font-semibold">
        Water and air in a vessel, soaked and drained
      </legend>
      <p className="clear-both text-sm leading-snug text-soft">
        As sheets give them: water capacity and air capacity at a height, in % of the volume. One line does; a second
        height says much more.
      </p>
      {fields.map(({ id }, i) => {
        const said = saidOfRow(read.drainedRows, i, (place) => saidOf(`drained[${place}]`));
        const cell = (key: "height" | "water" | "air", label: string) => (
          <Entry
            form={form}
            name={`figures.drained.${i}.${key}`}
            label={label}
            said={said}
            showSaid={false}
            className={NUMBER}
          />
        );
        return (
          <div key={id} className="mt-1 flex flex-wrap items-end gap-x-4">
            {cell("height", `Height ${i + 1}, ${unit}`)}
            {cell("water", `water ${i + 1}, %`)}
            {cell("air", `air ${i + 1}, %`)}
            <RowOut label={`Take height ${i + 1} out`} onPress={() => remove(i)} />
            <Said>{said}</Said>
          </div>
        );
      })}
      {fields.length < MOST_FIGURES && (
        <AddRow words="another height" onPress={() => append(EMPTY_DRAINED, { shouldFocus: false })} />
      )}
    </fieldset>
  );
}

/** Points of a retention curve. */
export function HeldFields({ form, system, read, saidOf }: Fields) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "figures.held" });
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="float-left w-full font-serif font-semibold">Points of a retention curve</legend>
      <p className="clear-both text-sm leading-snug text-soft">
        Water left at a suction; 10 hPa is about {formatLength(10, system)}.
      </p>
      {fields.map(({ id }, i) => {
        const said = saidOfRow(read.heldRows, i, (place) => saidOf(`held[${place}]`));
        const cell = (key: "suction" | "water", label: string) => (
          <Entry
            form={form}
            name={`figures.held.${i}.${key}`}
            label={label}
            said={said}
            showSaid={false}
            className={NUMBER}
          />
        );
        return (
          <div key={id} className="mt-1 flex flex-wrap items-end gap-x-4">
            {cell("suction", `Suction ${i + 1}, ${lengthUnitName(system)}`)}
            {cell("water", `water left ${i + 1}, %`)}
            <RowOut label={`Take suction ${i + 1} out`} onPress={() => remove(i)} />
            <Said>{said}</Said>
          </div>
        );
      })}
      {fields.length < MOST_FIGURES && (
        <AddRow
          words={fields.length === 0 ? "add one" : "another point"}
          onPress={() => append(EMPTY_HELD, { shouldFocus: false })}
        />
      )}
    </fieldset>
  );
}

/** All else that may be known; what is left empty is as the nearest medium has it. */
export function OtherFields({ form, system, saidOf, base }: Omit<Fields, "read"> & { readonly base: Medium }) {
  const figure = (name: Path<OwnTexts>, path: string, label: string, as: string) => (
    <Entry form={form} name={name} label={label} said={saidOf(path)} className="w-40" placeholder={`nearest: ${as}`} />
  );
  const choice = (name: Path<OwnTexts>, label: string, as: string, options: readonly (readonly [string, string])[]) => (
    <Choice form={form} name={name} label={label} className="" options={[["", `nearest: ${as}`], ...options]} />
  );
  const yesNo = [
    ["yes", "yes"],
    ["no", "no"],
  ] as const;
  const has = (flag: string): string => (base.safety.flags.includes(flag) ? "yes" : "no");
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="float-left w-full font-serif font-semibold">What else is known</legend>
      <div className="clear-both grid gap-x-6 gap-y-2 sm:grid-cols-2 xl:grid-cols-3">
        {figure(
          "figures.density",
          "dryBulkDensityGPerCm3",
          `Dry weight, ${densityUnitName(system)}`,
          densityFieldText(base.dryBulkDensityGPerCm3.typical, system),
        )}
        {figure("figures.pores", "totalPorosity", "All pores, %", formatPercent(base.hydraulics.thetaS))}
        {figure("figures.pH", "pH", "pH", rangeText(base.pH, 1))}
        {figure("figures.ec", "ecDsPerM", "Salts, dS/m", rangeText(base.ecDsPerM))}
        {figure("figures.d50", "d50Mm", "Half the grains under, mm", threeFigures(base.particleSizeMm.d50, 2))}
        {figure(
          "figures.ks",
          "ksCmPerHour",
          `Conducts when full, ${lengthUnitName(system)} an hour`,
          threeFigures(lengthInUnits(base.hydraulics.ksCmPerHour, system)),
        )}
        {figure("figures.settling", "settlingFraction", "Settles, %", percentRange(base.settlingFraction))}
        {figure(
          "figures.halfLife",
          "halfLifeYears",
          "Half rotted in, years, or never",
          base.decompositionHalfLifeYears ? rangeText(base.decompositionHalfLifeYears, 1) : "never",
        )}
        {choice("figures.fed", "Has feed in it", has("contains-fertiliser"), yesNo)}
        {choice("figures.limed", "Has lime in it", has("contains-lime"), yesNo)}
        {choice("figures.cost", "Price", COST_WORDS[base.costClass], Object.entries(COST_WORDS))}
      </div>
    </fieldset>
  );
}

/** Rows left empty are no figures, so a figure's place is not its row. */
function saidOfRow(rows: readonly number[], row: number, said: (place: number) => string): string {
  const place = rows.indexOf(row);
  return place < 0 ? "" : said(place);
}

const AddRow = ({ words, onPress }: { words: string; onPress: () => void }) => (
  <button
    type="button"
    className="mt-1 text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11"
    onClick={onPress}
  >
    {words}
  </button>
);

const RowOut = ({ label, onPress }: { label: string; onPress: () => void }) => (
  <button
    type="button"
    aria-label={label}
    className="inline-flex size-8 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
    onClick={onPress}
  >
    <X size={15} aria-hidden />
  </button>
);
