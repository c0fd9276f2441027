"use client";
import { useMemo, useState, useSyncExternalStore } from "react";
import { batchFor, batchFromStock, measureFor, USUAL_MARGIN, type Batch, type Pack } from "@/core/mixing/batch";
import type { Part } from "@/core/mixing/blend";
import { WETNESS, wettingOf, type Wetness, type Wetting } from "@/core/mixing/wetting";
import { formatMass, formatPercent, formatVolume, parseShare, parseVolumeCm3, threeFigures, volumeUnitName } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { AmendmentsList } from "./amendments-list";

/** A place a mix can go: a layer of a setup. */
export type Room = { readonly id: string; readonly name: string; readonly volumeCm3: number };

const WAY_WORDS: Record<Wetting["way"], string> = {
  "at-once": "pour it on, stir, done", slowly: "in two or three goes, an hour apart",
  "soak-first": "by itself first: half the water warm, stir, wait an hour, the rest by and by overnight",
};
const PACKS_KEY = "marlstone.packs";
const OWN = "own";
const STOCK = "stock";

/** From the room to fill to what is measured out, bought and poured on. */
export function HowMuch({ parts, rooms, roomId: initialRoom }: { parts: readonly Part[]; rooms: readonly Room[]; roomId: string }) {
  const system = useUnits();
  const [roomId, setRoomId] = useState(rooms.some(({ id }) => id === initialRoom) ? initialRoom : OWN);
  const [volumeText, setVolumeText] = useState(system === "metric" ? "10" : "3");
  const [countText, setCountText] = useState("1");
  const [marginText, setMarginText] = useState(String(100 * USUAL_MARGIN));
  const [stockId, setStockId] = useState("");
  const [stockText, setStockText] = useState("");
  const [wetness, setWetness] = useState<Wetness>("potting");
  const [packs, setPacks] = usePacks();

  const volume = parseVolumeCm3(volumeText, system);
  const count = Number(countText);
  const countRight = Number.isInteger(count) && count >= 1 && count <= 10_000;
  const margin = parseShare(marginText);
  const room = rooms.find(({ id }) => id === roomId);
  const stockOf = parts.some(({ medium }) => medium.id === stockId) ? stockId : parts[0]?.medium.id ?? "";
  const stock = parseVolumeCm3(stockText, system);
  const wantedPacks = useMemo(() => packs.filter(({ fillsLitres }) => fillsLitres > 0), [packs]);
  const made = useMemo(() => {
    if (roomId === STOCK) {
      if (!stock.ok) return undefined;
      const found = batchFromStock(parts, new Map([[stockOf, stock.value]]), wantedPacks);
      return found.ok ? { ok: true as const, value: found.value.batch } : found;
    }
    const roomCm3 = room ? room.volumeCm3 : volume.ok && countRight ? volume.value * count : undefined;
    return roomCm3 === undefined || !margin.ok ? undefined : batchFor(parts, roomCm3, margin.value, wantedPacks);
  // the parsed values are what it depends on, not the results that carry them
  // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [parts, roomId, stockOf, stockText, volumeText, count, countRight, marginText, system, wantedPacks]);

  return (
    <section aria-label="How much" className="border-t border-rule-strong pt-3">
      <h2 className="text-base">How much of everything</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <label className="block text-sm text-soft">For
          <select className="field block max-w-80 text-base text-ink" value={roomId} onChange={(event) => setRoomId(event.target.value)}>
            <option value={OWN}>pots or a volume</option>
            <option value={STOCK}>as much as I have of …</option>
            {rooms.map(({ id, name, volumeCm3 }) => <option key={id} value={id}>{name}, {formatVolume(volumeCm3, system)}</option>)}
          </select>
        </label>
        {roomId === OWN && <Entry label="Pots" value={countText} onChange={setCountText} said={countRight ? "" : "A whole number from 1."} narrow />}
        {roomId === OWN && <Entry label={`Each holds, ${volumeUnitName(system)}`} value={volumeText} onChange={setVolumeText} said={volume.ok ? (volume.value > 0 ? "" : "More than 0.") : volume.problems[0]!.message} />}
        {roomId === STOCK && (
          <label className="block text-sm text-soft">Of
            <select className="field block text-base text-ink" value={stockOf} onChange={(event) => setStockId(event.target.value)}>{parts.map(({ medium }) => <option key={medium.id} value={medium.id}>{medium.name}</option>)}</select>
          </label>
        )}
        {roomId === STOCK && <Entry label={`I have, ${volumeUnitName(system)}`} value={stockText} onChange={setStockText} said={stockText.trim() === "" || stock.ok ? "" : stock.problems[0]!.message} />}
        {roomId !== STOCK && <Entry label="Margin, %" value={marginText} onChange={setMarginText} said={margin.ok ? "" : margin.problems[0]!.message} narrow />}
      </div>
      {made && !made.ok && <p className="said mt-2" role="alert">{made.problems.map(({ message }) => message).join(" ")}</p>}
      {made?.ok && <Result batch={made.value} parts={parts} wetness={wetness} onWetness={setWetness} packs={packs} onPacks={setPacks} />}
    </section>
  );
}

function Result({ batch, parts, wetness, onWetness, packs, onPacks }: {
  batch: Batch; parts: readonly Part[]; wetness: Wetness; onWetness: (wetness: Wetness) => void; packs: readonly Pack[]; onPacks: (packs: readonly Pack[]) => void;
}) {
  const system = useUnits();
  const litres = (cm3: number): string => formatVolume(cm3, system);
  const measure = measureFor(batch.onePartCm3);
  const wetting = useMemo(() => wettingOf(parts, batch, wetness), [parts, batch, wetness]);
  const water = (of: "least" | "most"): number => wetting.reduce((sum, one) => sum + one[of], 0);
  const costs = batch.ingredients.map(({ cost }) => cost);
  return (
    <>
      <p className="mt-2 leading-snug">
        One part is <b>{litres(batch.onePartCm3)}</b>: a {litres(measure.cm3)} measure filled {threeFigures(measure.perPart, 1)} {measure.perPart === 1 ? "time" : "times"}. Side by side the parts are {litres(batch.sumCm3)}; mixed they are {litres(batch.mixedCm3)},
        and settled after the first waterings {litres(batch.settledCm3)} (settling {formatPercent(batch.settlingFraction)}). It weighs {formatMass(batch.dryKg, system)} dry, about {formatMass(batch.wetKg, system)} watered.
      </p>
      <div className="overflow-x-auto">
        <table className="mt-2 w-full min-w-[40rem] text-[0.95rem]">
          <thead><tr className="border-b border-rule-strong text-left text-sm text-soft">{["ingredient", "loose", "cups", "dry", "a pack fills, L", "price", "buy", "left over"].map((words) => <th key={words} scope="col" className="py-1 pr-3 font-normal">{words}</th>)}</tr></thead>
          <tbody>
            {batch.ingredients.map(({ mediumId, looseCm3, dryKg, packs: count, leftOverCm3, cost }, i) => {
              const { medium, parts: amount } = parts[i]!;
              const pack = packs.find((one) => one.mediumId === mediumId);
              const put = (change: Partial<Pack>): void => onPacks([...packs.filter((one) => one.mediumId !== mediumId), { mediumId, kind: "bag", fillsLitres: 0, price: null, ...pack, ...change }]);
              return (
                <tr key={mediumId} className="border-b border-rule">
                  <th scope="row" className="py-1 pr-3 text-left font-normal">{medium.name}</th>
                  <td className="pr-3 font-semibold">{litres(looseCm3)}</td>
                  <td className="pr-3">{threeFigures(amount * measure.perPart, 1)} × {litres(measure.cm3)}</td>
                  <td className="pr-3">{formatMass(dryKg, system)}</td>
                  <td className="pr-3"><NumberCell label={`A pack of ${medium.name} fills, litres`} value={pack && pack.fillsLitres > 0 ? pack.fillsLitres : null} onTake={(fillsLitres) => put({ fillsLitres: fillsLitres ?? 0 })} /></td>
                  <td className="pr-3"><NumberCell label={`Price of a pack of ${medium.name}`} value={pack?.price ?? null} onTake={(price) => put({ price })} /></td>
                  <td className="pr-3">{count === undefined ? "–" : `${count} ${count === 1 ? "pack" : "packs"}${cost === undefined ? "" : `, ${threeFigures(cost, 2)}`}`}</td>
                  <td>{leftOverCm3 === undefined ? "–" : litres(leftOverCm3)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-sm text-soft">A pack fills what it gives loosened or hydrated: a brick that swells to 9 L fills 9. {costs.every((cost) => cost !== undefined) ? `All together ${threeFigures(costs.reduce((sum, cost) => sum + cost!, 0), 2)}.` : ""} Packs stay in this browser.</p>
      <section aria-label="Wetting it" className="mt-4 border-t border-rule pt-2">
        <div className="flex flex-wrap items-end gap-x-4"><h3 className="text-base">Wetting it</h3>
          <label className="text-sm text-soft">until{" "}
            <select className="field text-base text-ink" value={wetness} onChange={(event) => onWetness(event.target.value as Wetness)}>{(Object.keys(WETNESS) as Wetness[]).map((one) => <option key={one} value={one}>{WETNESS[one].name}</option>)}</select>
          </label>
        </div>
        <p className="leading-snug">{WETNESS[wetness].hand} From dry that takes {litres(water("least"))} to {litres(water("most"))} of water; begin with the lesser and test.</p>
        <ul className="mt-1 space-y-0.5 text-[0.95rem] leading-snug">
          {wetting.map(({ mediumId, least, most, way }, i) => <li key={mediumId} className="border-l-2 border-rule-strong pl-2">{parts[i]!.medium.name}: {litres(least)} to {litres(most)}; {WAY_WORDS[way]}.</li>)}
        </ul>
        <p className="mt-1 text-sm leading-snug text-soft">Dry peat, perlite, vermiculite and lime dust: wet them as you open the bag, wear a mask. Gloves with peat, moss and compost: do not breathe potting dust, wash your hands.</p>
      </section>
      <AmendmentsList parts={parts} shares={batch.blend.shares} mixedCm3={batch.mixedCm3} system={system} />
    </>
  );
}

function Entry({ label, value, onChange, said, narrow = false }: { label: string; value: string; onChange: (text: string) => void; said: string; narrow?: boolean }) {
  return (
    <label className="block text-sm text-soft">{label}
      <input className={`field block text-right text-base text-ink ${narrow ? "w-16" : "w-24"}`} inputMode="decimal" autoComplete="off" value={value} aria-invalid={said !== ""} onChange={(event) => onChange(event.target.value)} />
      {said !== "" && <span className="said block max-w-44" role="alert">{said}</span>}
    </label>
  );
}

function NumberCell({ label, value, onTake }: { label: string; value: number | null; onTake: (value: number | null) => void }) {
  const [text, setText] = useState<string>();
  const number = Number((text ?? "").replace(",", ".").trim());
  const wrong = text !== undefined && text.trim() !== "" && !(Number.isFinite(number) && number > 0 && number < 1e6);
  const offer = (): void => {
    if (text === undefined || wrong) return;
    onTake(text.trim() === "" ? null : number);
    setText(undefined);
  };
  return <input aria-label={label} className="field w-16 text-right" inputMode="decimal" autoComplete="off" placeholder="–" value={text ?? (value === null ? "" : String(value))} aria-invalid={wrong} onChange={(event) => setText(event.target.value)} onBlur={offer} onKeyDown={(event) => { if (event.key === "Enter") offer(); if (event.key === "Escape") setText(undefined); }} />;
}

const NO_PACKS: readonly Pack[] = [];
let cached: { readonly text: string | null; readonly packs: readonly Pack[] } = { text: null, packs: NO_PACKS };

/** The grower's packs, kept in this browser. */
function usePacks(): [readonly Pack[], (packs: readonly Pack[]) => void] {
  const packs = useSyncExternalStore((changed) => {
    addEventListener("storage", changed);
    return () => removeEventListener("storage", changed);
  }, readPacks, () => NO_PACKS);
  const put = (next: readonly Pack[]): void => {
    try {
      localStorage.setItem(PACKS_KEY, JSON.stringify(next));
    } catch { /* forbidden storage: they last as long as the page */ }
    cached = { text: JSON.stringify(next), packs: next };
    dispatchEvent(new Event("storage"));
  };
  return [packs, put];
}

function readPacks(): readonly Pack[] {
  let text: string | null = null;
  try {
    text = localStorage.getItem(PACKS_KEY);
  } catch { return cached.packs; }
  if (text === cached.text) return cached.packs;
  let packs: readonly Pack[] = NO_PACKS;
  try {
    const value: unknown = JSON.parse(text ?? "[]");
    if (Array.isArray(value)) packs = value.filter((one): one is Pack => typeof one === "object" && one !== null && typeof (one as Pack).mediumId === "string" && Number.isFinite((one as Pack).fillsLitres));
  } catch { /* not ours: as if there were none */ }
  cached = { text, packs };
  return packs;
}
