"use client";
import { useMemo, useState } from "react";
import { USUALLY_AT_HAND } from "@/core/media/at-hand";
import type { Medium } from "@/core/media/medium";
import { isOwn } from "@/core/media/own-id";
import { hasPeat } from "@/core/media/flags";
import type { Pack } from "@/core/mixing/batch";
import type { Blend, Part } from "@/core/mixing/blend";
import type { RecipePart } from "@/core/mixing/recipe";
import { lengthUnitName, volumeUnitName } from "@/core/units/units";
import type { Room } from "@/formats/rooms";
import { lookupIn } from "../common/media";
import { useUnits } from "../common/preferences";
import { useAnswer } from "../common/use-answer";
import { Choice, Entry, Said, useTypedForm } from "../fields/typed-form";
import { FoundMixes, FoundZones } from "./found-mixes";
import {
  heightTexts,
  isPlace,
  NEED,
  SAME,
  searchQuestion,
  searchSchema,
  searchTexts,
  ZONES,
  type SearchAsked,
  type SearchTexts,
} from "./search-form";

/** Mixes that do what is asked at a place, stand in for a medium or mix there, or lie in zones around a root ball. */
export function FindMix({
  media,
  parts,
  mixed,
  rooms,
  roomId,
  packs,
  onTake,
}: {
  media: readonly Medium[];
  parts: readonly Part[];
  mixed: Blend | undefined;
  rooms: readonly Room[];
  /** The layer it was come to from, whose place it is then asked for. */
  roomId: string;
  packs: readonly Pack[];
  onTake: (parts: readonly RecipePart[]) => void;
}) {
  const system = useUnits();
  const places = rooms.filter(isPlace);
  const [target, setTarget] = useState<string>(NEED);
  const standsFor = parts.find(({ medium }) => medium.id === target);
  const asks = target === NEED || standsFor || (mixed && (target === SAME || target === ZONES)) ? target : NEED;
  const schema = useMemo(() => searchSchema(system, asks), [system, asks]);
  const { form, texts, read, saidOf } = useTypedForm<SearchTexts, SearchAsked>(
    schema,
    searchTexts(
      system,
      places.find(({ id }) => id === roomId),
    ),
  );
  const offered = useMemo(() => mediaOffered(media, texts.of, packs), [media, texts.of, packs]);
  const asked = offered.filter(
    (medium) => !(texts.noPeat && hasPeat(medium)) && !texts.without.includes(medium.id) && medium.id !== asks,
  );
  const match = asks === SAME ? mixed?.hydraulics : standsFor?.medium.hydraulics;

  // what was found stays as long as what was asked for stands in the form
  const [search, setSearch] = useState<{
    readonly for: string;
    readonly question: ReturnType<typeof searchQuestion>;
  }>();
  const askedFor = JSON.stringify([asks, texts]);
  const question = search?.for === askedFor ? search.question : undefined;
  const medium = useMemo(() => lookupIn(media), [media]);
  const standing = useAnswer(question, medium);

  const look = (): void => {
    if (!read.ok) return;
    const ids = asked.map(({ id }) => id);
    setSearch({ for: askedFor, question: searchQuestion(read.value, ids, mixed && { parts, mixed }, match) });
  };
  const unit = lengthUnitName(system);
  const entry = (name: keyof SearchTexts & string, label: string) => (
    <Entry form={form} name={name} label={label} said={saidOf(name)} showSaid={false} />
  );
  const said = (...names: readonly (keyof SearchTexts)[]) =>
    names.map((name) => <Said key={name}>{saidOf(name)}</Said>);

  return (
    <section aria-label="What mix do I need?" className="no-print border-t border-rule-strong pt-3">
      <h2 className="text-base">What mix do I need?</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <label className="block text-sm text-soft">
          Look for
          <select
            className="field block max-w-72 text-base text-ink"
            value={asks}
            onChange={(event) => setTarget(event.target.value)}
          >
            <option value={NEED}>air and water as follows</option>
            {mixed && <option value={SAME}>the same as this mix</option>}
            {parts.map(({ medium: one }) => (
              <option key={one.id} value={one.id}>
                instead of {one.name}
              </option>
            ))}
            {mixed && <option value={ZONES}>zones from this mix to an airy rim</option>}
          </select>
        </label>
        {places.length > 0 && (
          <label className="block text-sm text-soft">
            at the place of
            <select
              className="field block max-w-64 text-base text-ink"
              value={texts.roomId}
              onChange={(event) => {
                const heights = heightTexts(
                  places.find(({ id }) => id === event.target.value),
                  system,
                );
                form.setValue("roomId", event.target.value);
                if (!heights) return;
                form.setValue("height", heights.height);
                form.setValue("base", heights.base);
              }}
            >
              <option value="">heights as follows</option>
              {places.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {entry("height", `Roots’ height, ${unit}`)}
        {entry("base", `their foot above free water, ${unit}`)}
        {said("height", "base")}
      </div>
      {asks === NEED && (
        <div className="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
          {entry("airLeast", "air, % from")}
          {entry("airMost", "to")}
          {entry("waterLeast", "water, % from")}
          {entry("waterMost", "to")}
          {entry("pHLeast", "pH from")}
          {entry("pHMost", "to")}
          {said("airLeast", "airMost", "waterLeast", "waterMost", "pHLeast", "pHMost")}
        </div>
      )}
      {asks === ZONES && (
        <>
          <p className="mt-2 max-w-[80ch] text-[0.95rem] leading-snug">
            Roots used to wet stay wet: this mix is the core, what lies around it goes in steps to an airy rim. At one
            height all zones stand at one suction, so the grains decide what each holds, and none may be finer than the
            one inside it.
          </p>
          <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
            {entry("ball", `Root ball, wide, ${unit}`)}
            {entry("pot", `Pot, wide inside, ${unit}`)}
            {entry("zones", "zones around it")}
            {entry("rimAir", "air at the rim, %")}
            {said("ball", "pot", "zones", "rimAir")}
          </div>
        </>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
        <span className="text-soft">
          of{" "}
          <Choice
            form={form}
            name="of"
            label="Of which media"
            hideLabel
            className=""
            options={[
              ["usual", "the usual media and my own"],
              ["packs", "media I have packs of"],
              ["all", "all media"],
            ]}
          />
        </span>
        <Check input={form.register("noPeat")}>no peat</Check>
        {asks === NEED && (
          <>
            <label className="inline-flex flex-wrap items-center gap-1.5">
              with
              <select className="field max-w-56" aria-label="It must contain" {...form.register("must")}>
                <option value="">whatever fits</option>
                {offered.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            {texts.must !== "" && (
              <Entry
                form={form}
                name="stock"
                label={`of which I have, ${volumeUnitName(system)}`}
                said={saidOf("stock")}
                className="w-20"
              />
            )}
          </>
        )}
        <details>
          <summary className="pointer-coarse:min-h-11">
            without … {texts.without.length > 0 && `(${texts.without.length})`}
          </summary>
          <span className="mt-1 flex flex-wrap gap-x-4">
            {offered.map(({ id, name }) => (
              <Check key={id} input={{ ...form.register("without"), value: id }}>
                {name}
              </Check>
            ))}
          </span>
        </details>
      </div>
      <div className="mt-2 flex items-center gap-3">
        {standing?.status === "computing" ? (
          <button type="button" className="press" onClick={() => setSearch(undefined)}>
            Stop looking
          </button>
        ) : (
          <button type="button" className="press press-main" disabled={!read.ok || asked.length === 0} onClick={look}>
            Look for it
          </button>
        )}
        <span role="status" className="text-[0.95rem] text-soft">
          {standing?.status === "computing"
            ? `Trying mixes of ${asked.length} media …`
            : asked.length === 0
              ? texts.of === "packs" && packs.length === 0
                ? "You have no packs yet: say how you buy a medium in the table above, or on its own page."
                : "Nothing is left to mix."
              : standing?.status === "failed"
                ? "The search failed; nothing else is lost. Try again."
                : ""}
        </span>
      </div>
      {standing && (
        <Found
          standing={standing}
          stock={
            read.ok && read.value.kind === NEED && read.value.must !== undefined && read.value.stockCm3 !== undefined
              ? { mediumId: read.value.must, cm3: read.value.stockCm3 }
              : undefined
          }
          instead={match && { parts: standsFor ? [standsFor] : parts, hydraulics: match }}
          media={media}
          onTake={onTake}
        />
      )}
    </section>
  );
}

/** What has been found, or so far. */
function Found({
  standing,
  ...rest
}: { standing: NonNullable<ReturnType<typeof useAnswer<"mixes" | "instead" | "zones">>> } & Pick<
  React.ComponentProps<typeof FoundMixes>,
  "instead" | "stock" | "media" | "onTake"
>) {
  const { question } = standing;
  const answer =
    standing.status === "answered"
      ? standing.answer
      : standing.status === "computing"
        ? standing.told.soFar
        : undefined;
  if (answer === undefined) return null;
  if ("ok" in answer) return <FoundZones result={answer} media={rest.media} onTake={rest.onTake} />;
  return (
    <FoundMixes
      {...rest}
      result={answer}
      soFar={standing.status === "computing"}
      exact={question.kind === "mixes"}
      fromSuctionCm={question.fromSuctionCm}
      toSuctionCm={question.toSuctionCm}
    />
  );
}

const Check = ({ input, children }: { input: React.ComponentProps<"input">; children: React.ReactNode }) => (
  <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
    <input type="checkbox" className="size-4 accent-(--ink)" {...input} />
    {children}
  </label>
);

/** The media that can be asked for, of which some are then left out. */
function mediaOffered(media: readonly Medium[], of: string, packs: readonly Pack[]): readonly Medium[] {
  const blendable = media.filter(({ packing }) => packing.mixingFactor > 0);
  if (of === "all") return blendable;
  return of === "usual"
    ? blendable.filter(({ id }) => USUALLY_AT_HAND.has(id) || isOwn(id))
    : blendable.filter(({ id }) => packs.some(({ mediumId }) => mediumId === id));
}
