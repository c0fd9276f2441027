"use client";
import Link from "next/link";
import { parseNumber } from "@/core/units/numbers";
import { stateOf, type Built } from "@/core/sheet/built";
import { formatMass, formatPercent, formatVolume } from "@/core/units/units";
import { usePrice, useUnits } from "../common/preferences";
import { useOffered } from "../fields/use-offered";
import { packText, packsBought } from "../packs/packs";
import type { BuildLog } from "./build-log";
import type { SheetShown } from "./sheet-shown";

/** Tools, what is built in, and the media with their packs: to be ticked off as they are at hand, with what they cost. */
export function WhatItTakes({
  sheet: { tools, things, needed, margin },
  built,
  log,
  setupId,
}: {
  sheet: SheetShown;
  built: Built;
  log: BuildLog;
  setupId: string;
}) {
  const system = useUnits();
  const priceText = usePrice();
  const prices = things.flatMap(({ key }) => stateOf(built, `buy:${key}`).actual.price ?? []);
  const costs = [...needed.flatMap(({ cost }) => cost ?? []), ...prices];
  const unpriced = needed.filter(({ cost }) => cost === undefined).length + things.length - prices.length;
  return (
    <section aria-labelledby="takes" className="mt-6 border-t border-rule-strong pt-3">
      <h2 id="takes" className="break-after-avoid text-xl">
        What it takes
      </h2>
      <p className="mt-1 max-w-[75ch] leading-snug">
        <b>Tools:</b> {tools.join("; ")}.
      </p>
      {needed.length > 0 && (
        <table className="mt-3 w-full text-[0.95rem]">
          <caption className="sr-only">Media, with a margin of {formatPercent(margin)}</caption>
          <Head
            columns={[["medium, loose"], ["amount"], ["dry", "max-sm:hidden"], ["to buy"], ["cost", "text-right"]]}
          />
          <tbody>
            {needed.map(({ mediumId, name, looseCm3, dryKg, packs, pack, cost }) => (
              <tr key={mediumId} className="break-inside-avoid border-b border-rule">
                <td>
                  <AtHand of={name} step={`buy:${mediumId}`} built={built} log={log} />
                </td>
                <th scope="row" className="pr-2 text-left font-normal">
                  {name}
                </th>
                <td className="pr-2 font-semibold">{formatVolume(looseCm3, system)}</td>
                <td className="pr-2 max-sm:hidden">{formatMass(dryKg, system)}</td>
                <td className="pr-2">
                  {pack && packs !== undefined
                    ? `${packsBought(packs, pack)} (${packText({ ...pack, price: null }, system, priceText)})`
                    : "–"}
                </td>
                <td className="text-right">{cost === undefined ? "–" : priceText(cost)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-sm text-soft">
        With a margin of {formatPercent(margin)}.{" "}
        <Link href={`/setups/${setupId}/batch`} className="no-print underline decoration-dotted">
          Packs, another margin, wetting by the clock
        </Link>
      </p>
      <table className="mt-3 w-full text-[0.95rem]">
        <caption className="sr-only">What is built in</caption>
        <Head columns={[["what"], ["how much"], ["cost", "text-right"]]} />
        <tbody>
          {things.map(({ key, what, amount }) => (
            <tr key={key} className="break-inside-avoid border-b border-rule">
              <td>
                <AtHand of={what} step={`buy:${key}`} built={built} log={log} />
              </td>
              <th scope="row" className="pr-2 text-left font-normal">
                {what}
              </th>
              <td className="pr-2">{amount}</td>
              <td className="text-right">
                <PriceField of={what} step={`buy:${key}`} built={built} log={log} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {costs.length > 0 && (
        <p className="mt-1">
          What has a price comes to <b>{priceText(costs.reduce((sum, cost) => sum + cost, 0))}</b>
          {unpriced > 0 ? `; ${unpriced} ${unpriced === 1 ? "thing has" : "things have"} none yet, or are at hand` : ""}
          .
        </p>
      )}
    </section>
  );
}

/** The head of a list of things to have at hand. */
const Head = ({ columns }: { columns: readonly (readonly [words: string, className?: string])[] }) => (
  <thead>
    <tr className="border-b border-rule-strong text-left text-sm text-soft">
      <th scope="col" className="w-11 font-normal">
        <span className="sr-only">at hand</span>
      </th>
      {columns.map(([words, className = ""], i) => (
        <th key={words} scope="col" className={`py-1 font-normal ${i < columns.length - 1 ? "pr-2" : ""} ${className}`}>
          {words}
        </th>
      ))}
    </tr>
  </thead>
);

type Row = { readonly of: string; readonly step: string; readonly built: Built; readonly log: BuildLog };

const AtHand = ({ of, step, built, log }: Row) => (
  <label className="flex min-h-9 items-center pointer-coarse:min-h-11 print:min-h-0">
    <input
      type="checkbox"
      className="size-5 accent-(--ink) print:size-[3.8mm]"
      aria-label={`At hand: ${of}`}
      checked={stateOf(built, step).done}
      onChange={(event) => log.set(step, { done: event.target.checked })}
    />
  </label>
);

const MOST_PRICE = 1e6;

/** What something cost; empty where nobody has said. */
function PriceField({ of, step, built, log }: Row) {
  const { actual } = stateOf(built, step);
  const { input, said } = useOffered(actual.price === null ? "" : String(actual.price), (text) => {
    const parsed = text.trim() === "" ? { ok: true as const, value: null } : parseNumber(text, 0, MOST_PRICE);
    if (!parsed.ok) return parsed.problems;
    log.set(step, { actual: { ...stateOf(log.get().built, step).actual, price: parsed.value } });
    return [];
  });
  return (
    <>
      <input
        {...input}
        aria-label={`Cost: ${of}`}
        className="field w-16 text-right"
        inputMode="decimal"
        autoComplete="off"
      />
      {said && (
        <span className="said block" role="alert">
          {said}
        </span>
      )}
    </>
  );
}
