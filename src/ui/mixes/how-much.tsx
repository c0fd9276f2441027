"use client";
import { useMemo, useState } from "react";
import { batchFor, batchFromStock, measureFor, USUAL_MARGIN, type Batch } from "@/core/mixing/batch";
import type { Part } from "@/core/mixing/blend";
import type { Dosed } from "@/core/mixing/amendments";
import {
  formatMass,
  formatPercent,
  formatVolume,
  parseShare,
  parseVolumeCm3,
  threeFigures,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import type { Room } from "@/formats/rooms";
import { useUnits } from "../common/preferences";
import { AmendmentsList } from "./amendments-list";
import { NeededTable, type PackList } from "./packs";
import { WettingPart } from "./wetting-part";

const OWN = "own";
const STOCK = "stock";

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
  const [volumeText, setVolumeText] = useState(system === "metric" ? "10" : "3");
  const [countText, setCountText] = useState("1");
  const [marginText, setMarginText] = useState(String(100 * USUAL_MARGIN));
  const [stockId, setStockId] = useState("");
  const [stockText, setStockText] = useState("");

  const volume = parseVolumeCm3(volumeText, system);
  const count = Number(countText);
  const countRight = Number.isInteger(count) && count >= 1 && count <= 10_000;
  const margin = parseShare(marginText);
  const room = rooms.find(({ id }) => id === roomId);
  const target = room || roomId === STOCK ? roomId : OWN;
  const stockOf = parts.some(({ medium }) => medium.id === stockId) ? stockId : (parts[0]?.medium.id ?? "");
  const stock = parseVolumeCm3(stockText, system);
  const made = useMemo(() => {
    if (target === STOCK) {
      if (!stock.ok) return undefined;
      const found = batchFromStock(parts, new Map([[stockOf, stock.value]]), list.packs);
      return found.ok ? { ok: true as const, value: found.value.batch } : found;
    }
    const roomCm3 = room
      ? room.volumeCm3
      : volume.ok && volume.value > 0 && countRight
        ? volume.value * count
        : undefined;
    return roomCm3 === undefined || !margin.ok ? undefined : batchFor(parts, roomCm3, margin.value, list.packs);
    // the parsed values are what it depends on, not the results that carry them
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [parts, target, stockOf, stockText, volumeText, count, countRight, marginText, system, list.packs]);

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
        {target === OWN && (
          <Entry
            label="Pots"
            value={countText}
            onChange={setCountText}
            said={countRight ? "" : "A whole number from 1."}
            narrow
          />
        )}
        {target === OWN && (
          <Entry
            label={`Each holds, ${volumeUnitName(system)}`}
            value={volumeText}
            onChange={setVolumeText}
            said={volume.ok ? (volume.value > 0 ? "" : "More than 0.") : volume.problems[0]!.message}
          />
        )}
        {target === STOCK && (
          <label className="block text-sm text-soft">
            Of
            <select
              className="field block text-base text-ink"
              value={stockOf}
              onChange={(event) => setStockId(event.target.value)}
            >
              {parts.map(({ medium }) => (
                <option key={medium.id} value={medium.id}>
                  {medium.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {target === STOCK && (
          <Entry
            label={`I have, ${volumeUnitName(system)}`}
            value={stockText}
            onChange={setStockText}
            said={stockText.trim() === "" || stock.ok ? "" : stock.problems[0]!.message}
          />
        )}
        {target !== STOCK && (
          <Entry
            label="Margin, %"
            value={marginText}
            onChange={setMarginText}
            said={margin.ok ? "" : margin.problems[0]!.message}
            narrow
          />
        )}
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

function Entry({
  label,
  value,
  onChange,
  said,
  narrow = false,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  said: string;
  narrow?: boolean;
}) {
  return (
    <label className="block text-sm text-soft">
      {label}
      <input
        className={`field block text-right text-base text-ink ${narrow ? "w-16" : "w-24"}`}
        inputMode="decimal"
        autoComplete="off"
        value={value}
        aria-invalid={said !== ""}
        onChange={(event) => onChange(event.target.value)}
      />
      {said !== "" && (
        <span className="said block max-w-44" role="alert">
          {said}
        </span>
      )}
    </label>
  );
}
