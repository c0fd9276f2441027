"use client";
import { useMemo, useState } from "react";
import type { Medium } from "@/core/media/medium";
import type { Pack } from "@/core/mixing/batch";
import type { Blend, Part } from "@/core/mixing/blend";
import type { RecipePart } from "@/core/mixing/recipe";
import type { Room } from "@/formats/rooms";
import { lookupIn } from "../common/media";
import { useUnits } from "../common/preferences";
import { useAnswer } from "../common/use-answer";
import { useTypedForm } from "../fields/typed-form";
import { FoundMixes, FoundZones } from "./found-mixes";
import { MediaFields, NeedFields, PlaceFields, TargetChoice, ZoneFields } from "./search-fields";
import {
  isPlace,
  mediaAsked,
  mediaOffered,
  NEED,
  SAME,
  searchQuestion,
  searchSchema,
  searchTexts,
  targetNow,
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
  const [chosen, setChosen] = useState<string>(NEED);
  const target = targetNow(chosen, parts, mixed);
  const standsFor = parts.find(({ medium }) => medium.id === target);
  const schema = useMemo(() => searchSchema(system, target), [system, target]);
  const typedForm = useTypedForm<SearchTexts, SearchAsked>(
    schema,
    searchTexts(
      system,
      places.find(({ id }) => id === roomId),
    ),
  );
  const form = { ...typedForm, target, system };
  const { texts, read } = typedForm;
  const offered = useMemo(() => mediaOffered(media, texts.of, packs), [media, texts.of, packs]);
  const asked = mediaAsked(offered, texts, target);
  const match = target === SAME ? mixed?.hydraulics : standsFor?.medium.hydraulics;

  // what was found stays as long as what was asked for stands in the form
  const [search, setSearch] = useState<{
    readonly for: string;
    readonly question: ReturnType<typeof searchQuestion>;
  }>();
  const askedFor = JSON.stringify([target, texts]);
  const question = search?.for === askedFor ? search.question : undefined;
  const medium = useMemo(() => lookupIn(media), [media]);
  const standing = useAnswer(question, medium);

  const look = (): void => {
    if (!read.ok) return;
    const ids = asked.map(({ id }) => id);
    setSearch({ for: askedFor, question: searchQuestion(read.value, ids, mixed && { parts, mixed }, match) });
  };

  return (
    <section aria-label="What mix do I need?" className="no-print border-t border-rule-strong pt-3">
      <h2 className="text-base">What mix do I need?</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <TargetChoice target={target} parts={parts} mixed={mixed} onChoose={setChosen} />
        <PlaceFields search={form} places={places} />
      </div>
      {target === NEED && <NeedFields search={form} />}
      {target === ZONES && <ZoneFields search={form} />}
      <MediaFields search={form} offered={offered} />
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
