"use client";
import { useMemo } from "react";
import { z } from "zod";
import Link from "next/link";
import { AMENDMENTS, amendmentAmount, amendmentWarnings } from "@/core/mixing/amendments";
import type { KeptPack } from "@/formats/pack/schema";
import { GREATEST_MARGIN, USUAL_MARGIN, type Pack } from "@/core/mixing/batch";
import { isMix } from "@/core/mixing/mix-medium";
import { shoppingFor, type Filled } from "@/core/mixing/shopping";
import { failed, problem } from "@/core/units/problem";
import {
  formatArea,
  formatLength,
  formatMass,
  formatPercent,
  formatVolume,
  parseShare,
  threeFigures,
} from "@/core/units/units";
import type { LayerToFill } from "@/formats/rooms";
import { usePrice, useUnits } from "../common/preferences";
import { BesidePages, SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { typed } from "../fields/typed";
import { Entry, useTypedForm } from "../fields/typed-form";
import { mediumAddress } from "../common/medium-address";
import { BatchText, cupsOf } from "./how-much";
import { NeededTable, Tick, usePacks, type PutPack } from "../packs/packs";
import { TakeCare } from "./take-care";
import { WettingCautions, WettingPart } from "./wetting-part";

const MARGIN = z.object({
  margin: typed((text) => {
    const margin = parseShare(text);
    return !margin.ok || (margin.value >= 0 && margin.value <= GREATEST_MARGIN)
      ? margin
      : failed(problem("", "bad-margin", `The margin goes from 0 to ${100 * GREATEST_MARGIN} %.`));
  }),
});

/** What one person hardly lifts. [kg] */
const HEAVY_KG = 20;

/** Everything one setup takes: one list to buy by, then layer by layer what is measured out, mixed and wetted. */
export function SetupBatch({
  setupId,
  name,
  layers,
  packs,
  holdsAnimals,
  putPack,
}: {
  setupId: string;
  name: string;
  layers: readonly LayerToFill[];
  packs: readonly KeptPack[];
  /** Whether animals may well live in it, as in a case of glass. */
  holdsAnimals: boolean;
  putPack: PutPack;
}) {
  const system = useUnits();
  const { form, read, saidOf } = useTypedForm<{ margin: string }, { margin: number }>(MARGIN, {
    margin: String(100 * USUAL_MARGIN),
  });
  const list = usePacks(packs, putPack);
  const priceText = usePrice();
  const used = read.ok ? read.value.margin : USUAL_MARGIN;
  const shopping = useMemo(() => shoppingFor(layers, used, list.packs), [layers, used, list.packs]);
  const made = shopping.layers.flatMap(({ made: one }) => (one.ok ? [one.batch] : []));
  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/batch" name={name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-[64rem] px-4 pb-16 pt-6">
        <BesidePages setupId={setupId} here="/batch" />
        <p className="hidden font-serif text-2xl font-semibold print:block">{name}</p>
        <p className="text-soft">Shopping, mixing and wetting, for all its layers</p>
        {layers.length === 0 ? (
          <p className="mt-4">
            It has no layers yet, so there is nothing to buy.{" "}
            <Link href={`/setups/${setupId}`}>Add some in its design.</Link>
          </p>
        ) : (
          <>
            <section aria-label="To buy" className="mt-5 border-t border-rule-strong pt-3">
              <div className="flex flex-wrap items-end gap-x-4">
                <h2 className="text-lg">To buy</h2>
                <Entry
                  form={form}
                  name="margin"
                  label="with a margin of"
                  unit="%"
                  said={saidOf("margin")}
                  className="w-14 text-right"
                />
                {!read.ok && <span className="said">Counted is {formatPercent(used)}.</span>}
              </div>
              <NeededTable needed={shopping.needed} list={list} ticks />
              <p className="mt-1 leading-snug">
                {shopping.cost === undefined
                  ? shopping.needed.some(({ cost }) => cost !== undefined)
                    ? `What has a price comes to ${priceText(
                        shopping.needed.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
                      )}. `
                    : ""
                  : `All together ${priceText(shopping.cost)}. `}
                It weighs{" "}
                {formatMass(
                  made.reduce((sum, { dryKg }) => sum + dryKg, 0),
                  system,
                )}{" "}
                dry and about{" "}
                {formatMass(
                  made.reduce((sum, { wetKg }) => sum + wetKg, 0),
                  system,
                )}{" "}
                watered, standing water and vessel not counted
                {made.reduce((sum, { wetKg }) => sum + wetKg, 0) > HEAVY_KG ? ": fill it where it is to stand" : ""}.
              </p>
              <p className="text-sm leading-snug text-soft">
                Volumes are loose, before mixing; the margin, what shrinks on mixing and what settles after the first
                waterings are in them. Packs stay in your list for every mix.
              </p>
            </section>
            <h2 className="mt-6 text-lg">Layer by layer, from the bottom</h2>
            {layers.map((layer, i) => (
              <Layer key={layer.id} layer={layer} filled={shopping.layers[i]!} packs={list.packs} />
            ))}
            <TakeCare
              media={shopping.needed.map(({ medium }) => medium)}
              holdsAnimals={holdsAnimals}
              className="mt-6 border-t border-rule-strong pt-3"
            >
              <WettingCautions />
            </TakeCare>
            <button type="button" className="press no-print mt-6" onClick={() => window.print()}>
              Print
            </button>
          </>
        )}
      </main>
    </>
  );
}

function Layer({ layer, filled: { made }, packs }: { layer: LayerToFill; filled: Filled; packs: readonly Pack[] }) {
  const system = useUnits();
  const { name, mediumId, mediumName, fromCm, toCm, areaCm2, roomCm3, parts, amendments, place, roomId } = layer;
  const bench = isMix(mediumId)
    ? `${mediumAddress(mediumId)}?room=${encodeURIComponent(roomId)}`
    : `/mixes?recipe=${encodeURIComponent(`1 ${mediumName}`)}&room=${encodeURIComponent(roomId)}`;
  return (
    <section aria-label={name} className="mt-4 border-t border-rule pt-2 break-inside-avoid">
      <h3 className="text-base">
        <Tick />
        {name}{" "}
        <span className="font-sans text-sm font-normal text-soft">
          {formatLength(fromCm, system)} to {formatLength(toCm, system)} high, {formatVolume(roomCm3, system)} to fill
          {name === mediumName ? "" : `, with ${mediumName}`}
        </span>
      </h3>
      {parts.length === 0 && (
        <p className="said">“{mediumId}” is not known here any more: choose a medium for this layer in its design.</p>
      )}
      {parts.length > 0 &&
        !made.ok &&
        (parts.some(({ medium: { packing } }) => packing.mixingFactor === 0) ? (
          <p className="leading-snug">
            {mediumName} is laid, not poured: a piece of {formatArea(areaCm2, system)},{" "}
            {formatLength(toCm - fromCm, system)} thick. Soak it through before it is laid.
          </p>
        ) : (
          <p className="said">{made.problems.map(({ message }) => message).join(" ")}</p>
        ))}
      {made.ok && (
        <>
          <BatchText batch={made.batch} />
          {parts.length > 1 && (
            <ul className="mt-1 text-[0.95rem]">
              {parts.map(({ medium, parts: amount }, i) => (
                <li key={medium.id}>
                  <Tick />
                  {threeFigures(amount, 2)} {medium.name}: {formatVolume(made.batch.ingredients[i]!.looseCm3, system)},{" "}
                  {cupsOf(made.batch, parts, system)[i]}
                </li>
              ))}
            </ul>
          )}
          {amendments.map(({ id, amount }) => {
            const amendment = AMENDMENTS.find((one) => one.id === id)!;
            return (
              <p key={id} className="text-[0.95rem] leading-snug">
                <Tick />
                {amendment.name}: {amendmentAmount(amendment, amount, made.batch.mixedCm3, system)}, mixed in evenly.{" "}
                {amendmentWarnings(amendment, parts, place).map((text) => (
                  <span key={text} className="block border-l-2 border-trouble pl-2 text-trouble">
                    {text}
                  </span>
                ))}
              </p>
            );
          })}
          <WettingPart
            parts={parts}
            batch={made.batch}
            packs={packs}
            initial={layer.wicks ? "wick" : "potting"}
            level={4}
            brief
            of={name}
          />
          <Link
            className="no-print inline-flex items-center text-sm underline decoration-dotted pointer-coarse:min-h-11"
            href={bench}
          >
            its mix, feeds and lime, or something instead
          </Link>
        </>
      )}
    </section>
  );
}
