"use client";
import { useMemo } from "react";
import { z } from "zod";
import { batchFor, batchFromStock, measureFor, USUAL_MARGIN, type Batch } from "@/core/mixing/batch";
import type { Part } from "@/core/mixing/blend";
import { ok, type Result } from "@/core/units/problem";
import type { Dosed } from "@/core/mixing/amendments";
import {
  formatMass,
  formatPercent,
  formatLength,
  formatVolume,
  parseShare,
  parseVolumeCm3,
  threeFigures,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import { parsePotSize, type PotSize } from "@/core/vessel/pot-size";
import type { Room } from "@/formats/rooms";
import { useUnits } from "../common/preferences";
import { typed, typedWhole } from "../fields/typed";
import { Choice, Entry, useTypedForm } from "../fields/typed-form";
import { AmendmentsList } from "./amendments-list";
import { NeededTable, type PackList } from "../packs/packs";
import { WettingPart } from "./wetting-part";

const OWN = "own";
const STOCK = "stock";

type AmountTexts = {
  readonly count: string;
  readonly volume: string;
  readonly margin: string;
  readonly stockId: string;
  readonly stock: string;
};
const MOST_POTS = 10_000;

/** How much is to be made, as it is asked: for a layer, for pots, or of what is left of a medium. */
type Amount =
  | { readonly kind: "room"; readonly margin: number }
  | { readonly kind: "pots"; readonly count: number; readonly each: PotSize; readonly margin: number }
  | { readonly kind: "stock"; readonly cm3: number | undefined };

function amountSchema(system: UnitSystem, target: string): z.ZodType<Amount> {
  const margin = typed(parseShare);
  const volume = typed((text) => parsePotSize(text, system)).refine(({ cm3 }) => cm3 > 0, { message: "More than 0." });
  if (target === OWN)
    return z
      .object({ count: typedWhole(1, MOST_POTS), volume, margin })
      .transform(({ volume: each, ...read }) => ({ kind: "pots" as const, each, ...read }));
  if (target === STOCK)
    return z
      .object({ stock: typed((text) => (text.trim() === "" ? ok(undefined) : parseVolumeCm3(text, system))) })
      .transform(({ stock }) => ({ kind: "stock" as const, cm3: stock }));
  return z.object({ margin }).transform((read) => ({ kind: "room" as const, ...read }));
}

/** From the room to fill to what is measured out, bought and poured on. */
export function HowMuch({
  parts,
  rooms,
  roomId,
  onRoom,
  list,
  chosen,
  onChoose,
}: {
  parts: readonly Part[];
  rooms: readonly Room[];
  roomId: string;
  onRoom: (roomId: string) => void;
  list: PackList;
  chosen: readonly Dosed[];
  onChoose: (chosen: readonly Dosed[]) => void;
}) {
  const system = useUnits();
  const room = rooms.find(({ id }) => id === roomId);
  const target = room || roomId === STOCK ? roomId : OWN;
  const schema = useMemo(() => amountSchema(system, target), [system, target]);
  const { form, texts, read, saidOf } = useTypedForm<AmountTexts, Amount>(schema, {
    count: "1",
    volume: system === "metric" ? "10" : "3",
    margin: String(100 * USUAL_MARGIN),
    stockId: "",
    stock: "",
  });
  const stockOf = parts.some(({ medium }) => medium.id === texts.stockId) ? texts.stockId : (parts[0]?.medium.id ?? "");
  const made = useMemo((): Result<Batch> | undefined => {
    if (!read.ok) return undefined;
    const amount = read.value;
    switch (amount.kind) {
      case "stock": {
        if (amount.cm3 === undefined) return undefined;
        const found = batchFromStock(parts, new Map([[stockOf, amount.cm3]]), list.packs);
        return found.ok ? ok(found.value.batch) : found;
      }
      case "pots":
        return batchFor(parts, amount.count * amount.each.cm3, amount.margin, list.packs);
      case "room":
        return room && batchFor(parts, room.volumeCm3, amount.margin, list.packs);
      default:
        return amount satisfies never;
    }
  }, [read, parts, stockOf, room, list.packs]);
  const entry = (name: keyof AmountTexts, label: string, className: string) => (
    <Entry form={form} name={name} label={label} said={saidOf(name)} className={`${className} text-right`} />
  );

  return (
    <section aria-label="How much" className="print:order-2 border-t border-rule-strong pt-3">
      <h2 className="text-base">How much of everything</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <label className="block text-sm text-soft">
          For
          <select
            className="field block max-w-80 text-base text-ink"
            value={target}
            onChange={(event) => onRoom(event.target.value)}
          >
            <option value={OWN}>pots or a volume</option>
            <option value={STOCK}>as much as I have of …</option>
            {rooms.map(({ id, name, volumeCm3 }) => (
              <option key={id} value={id}>
                {name}, {formatVolume(volumeCm3, system)}
              </option>
            ))}
          </select>
        </label>
        {target === OWN && entry("count", "Pots", "w-16")}
        {target === OWN && entry("volume", `Each holds, ${volumeUnitName(system)}, or its width`, "w-24")}
        {read.ok && read.value.kind === "pots" && read.value.each.rimCm !== undefined && (
          <p className="basis-full text-sm text-soft">
            A round pot {formatLength(read.value.each.rimCm, system)} wide takes about{" "}
            {formatVolume(read.value.each.cm3, system)}, a third more or less by its make.
          </p>
        )}
        {target === STOCK && (
          <Choice
            form={form}
            name="stockId"
            label="Of"
            className=""
            options={parts.map(({ medium }) => [medium.id, medium.name] as const)}
          />
        )}
        {target === STOCK && entry("stock", `I have, ${volumeUnitName(system)}`, "w-24")}
        {target !== STOCK && entry("margin", "Margin, %", "w-16")}
      </div>
      {made && !made.ok && (
        <p className="said mt-2" role="alert">
          {made.problems.map(({ message }) => message).join(" ")}
        </p>
      )}
      {made?.ok && (
        <>
          <BatchText batch={made.value} />
          <NeededTable
            needed={made.value.ingredients.map((one, i) => ({ ...one, medium: parts[i]!.medium }))}
            list={list}
            cups={cupsOf(made.value, parts, system)}
            ticks
          />
          <CostText batch={made.value} />
          <WettingPart parts={parts} batch={made.value} packs={list.packs} />
          <AmendmentsList
            parts={parts}
            shares={made.value.blend.shares}
            mixedCm3={made.value.mixedCm3}
            place={room?.place}
            chosen={chosen}
            onChoose={onChoose}
          />
        </>
      )}
    </section>
  );
}

/** How often the measure at hand is filled, for each part: "2.4 × 1 L". */
export function cupsOf(batch: Batch, parts: readonly Part[], system: UnitSystem): string[] {
  const measure = measureFor(batch.onePartCm3, system);
  return parts.map(({ parts: amount }) => `${threeFigures(amount * measure.perPart, 1)} × ${measure.name}`);
}

export function BatchText({ batch }: { batch: Batch }) {
  const system = useUnits();
  const litres = (cm3: number): string => formatVolume(cm3, system);
  const many = batch.ingredients.length > 1;
  const measure = measureFor(many ? batch.onePartCm3 : batch.sumCm3, system);
  return (
    <p className="mt-2 max-w-[80ch] leading-snug">
      {many ? "One part is" : "Measure out"} <b>{litres(many ? batch.onePartCm3 : batch.sumCm3)}</b>: a {measure.name}{" "}
      measure filled {threeFigures(measure.perPart, 1)} {measure.perPart === 1 ? "time" : "times"}.{" "}
      {many
        ? `Side by side the parts are ${litres(batch.sumCm3)}; mixed they are ${litres(batch.mixedCm3)}, and settled`
        : "Settled"}{" "}
      after the first waterings {many ? "" : "it is "}
      {litres(batch.settledCm3)} (settling {formatPercent(batch.settlingFraction)}). It weighs{" "}
      {formatMass(batch.dryKg, system)} dry, about {formatMass(batch.wetKg, system)} watered.
    </p>
  );
}

function CostText({ batch }: { batch: Batch }) {
  const costs = batch.ingredients.map(({ cost }) => cost);
  return costs.every((cost) => cost !== undefined) ? (
    <p className="mt-1 text-sm text-soft">
      All together{" "}
      {threeFigures(
        costs.reduce((sum, cost) => sum + cost!, 0),
        2,
      )}
      .
    </p>
  ) : null;
}
