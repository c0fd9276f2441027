"use client";
import { useDeferredValue, useMemo, useState } from "react";
import { late } from "../common/late";
import type { Kept, KeptVersion } from "@/formats/kept";
import type { Mix } from "@/formats/mix/document";
import type { OwnMedium } from "@/core/media/own-medium";
import type { KeptPack } from "@/formats/pack/schema";
import type { Medium } from "@/core/media/medium";
import { blend, type Part } from "@/core/mixing/blend";
import { readRecipe, recipeText, type RecipePart } from "@/core/mixing/recipe";
import { lengthFieldText, lengthUnitName } from "@/core/units/units";
import { EarlierVersions } from "../common/keep";
import { useCarried, type Carried } from "../common/carried";
import { lookupIn } from "../common/media";
import { readVesselHeight, USUAL_VESSEL_CM } from "../fields/vessel-height";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { mediumSearch } from "../media/find-medium";
import { GrainPatterns } from "../drawing/patterns";
import { Character } from "./character";
import { FindMix } from "./find-mix";
import type { Room } from "@/formats/rooms";
import { HowMuch } from "./how-much";
import { KeepMix, type MixActions } from "./keep-mix";
import { usePacks, type PutPack } from "../packs/packs";
import { KnownMixes, type KnownMix } from "./known-mixes";
import { RecipePart as RecipeFields } from "./recipe-part";
import { SavedMixes } from "./saved-mixes";
import { TakeCare } from "./take-care";
import { useLeaving } from "../outbox/use-leaving";
import type { MixDraft } from "./draft";
import { DraftLine } from "./draft-line";
import { useAddress } from "./use-address";
import { useDraft } from "./use-draft";

const HeightChart = late(
  () => import("../media/curves").then((curves) => curves.HeightChart),
  () => <p className="py-6 text-soft">drawing …</p>,
);
const RetentionChart = late(() => import("../media/curves").then((curves) => curves.RetentionChart));

/** A mix composed in parts, and at once what water and air it ends up with, and how much of everything it takes. */
export function MixBench({
  media: mediaText,
  recipe,
  rooms,
  roomId: roomAsked = "",
  saved,
  known,
  putAway,
  stored,
  usedBy = [],
  versions = [],
  ownMedia,
  packs,
  actions,
}: {
  media: Carried<Medium>;
  rooms: readonly Room[];
  /** What the address says; without it the stored mix's own. */
  recipe: string;
  /** The layer it is to fill, if it was come to from one. */
  roomId?: string;
  /** The first of the grower's mixes by name, and how many there are; how many are put away. */
  saved: { readonly names: readonly { readonly id: string; readonly name: string }[]; readonly total: number };
  /** Some of them with what each is: what the page opens on while no recipe is asked for. */
  known: readonly KnownMix[];
  putAway: number;
  stored?: Kept<Mix> | undefined;
  usedBy?: readonly { readonly id: string; readonly name: string }[];
  versions?: readonly KeptVersion<Mix>[];
  /** The grower's own media as they were entered, by their ids, to go into a file with a mix. */
  ownMedia: Readonly<Record<string, OwnMedium>>;
  packs: readonly KeptPack[];
  actions: MixActions & { readonly putPack: PutPack };
}) {
  const system = useUnits();
  const media = useCarried(mediaText);
  const recipeOf = (some: readonly RecipePart[]): string =>
    recipeText(some, (id) => media.find((one) => one.id === id)?.name ?? id);
  const own = stored && recipeOf(stored.value.parts);
  const written = useDraft(stored?.id, recipe, savedOf(stored, own ?? ""));
  const { text, name, note, amendments } = written.draft;
  useAddress(stored ? `/mixes/${stored.id}` : "/mixes", {
    recipe: text.trim() === "" || text === own ? "" : text,
    room: roomAsked,
  });
  useLeaving();
  const [roomId, setRoomId] = useState(roomAsked);
  const [heightText, setHeightText] = useState<string>();
  const list = usePacks(packs, actions.putPack);
  const medium = useMemo(() => lookupIn(media), [media]);
  const { find } = useMemo(() => mediumSearch(media), [media]);
  const read = useMemo(() => readRecipe(text, find), [text, find]);
  const parsed = read.parts;
  const parts = useMemo(
    (): Part[] =>
      parsed.ok
        ? parsed.value.map(({ mediumId, parts: amount }) => ({ medium: medium(mediumId)!, parts: amount }))
        : [],
    [parsed, medium],
  );
  const mixed = useMemo(() => (parsed.ok ? blend(parts) : undefined), [parsed, parts]);
  const heightShown = heightText ?? lengthFieldText(USUAL_VESSEL_CM, system);
  const height = readVesselHeight(heightShown, system);
  const heightCm = useDeferredValue(height.cm);
  const problems = text.trim() === "" ? [] : !parsed.ok ? parsed.problems : mixed && !mixed.ok ? mixed.problems : [];

  // what was asked for is shown first; else what there is
  const opensOnKnown = !stored && recipe === "" && roomAsked === "" && known.length > 0;

  const write = (next: readonly RecipePart[]): void => written.change({ text: recipeOf(next) });

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : opensOnKnown ? "Mixes" : "Mix"}</h1>
        <SavedMixes {...saved} putAway={putAway} shown={stored} areListed={opensOnKnown} actions={actions} />
        {opensOnKnown && (
          <>
            <KnownMixes mixes={known} />
            <h2 className="mt-6 text-xl">A new mix</h2>
          </>
        )}
        <svg width={0} height={0} className="absolute" aria-hidden>
          <defs>
            <GrainPatterns prefix="mix" scale={0.5} />
          </defs>
        </svg>
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[24rem_minmax(0,1fr)] print:flex print:flex-col print:gap-y-4">
          <div className="space-y-5 print:contents">
            <RecipeFields
              text={text}
              parts={parsed.ok && mixed?.ok ? parts : []}
              shares={mixed?.ok ? mixed.value.shares : []}
              problems={problems}
              unknown={text.trim() === "" ? [] : read.unknown}
              broad={read.broad}
              media={media}
              onText={(next) => written.change({ text: next })}
              onParts={write}
            />
            <DraftLine written={written} isNew={!stored} />
            {note !== "" && <p className="hidden leading-snug print:order-1 print:block">{note}</p>}
            {parsed.ok && mixed?.ok && (
              <KeepMix
                parts={parsed.value}
                amendments={amendments}
                name={name}
                note={note}
                onName={(next) => written.change({ name: next })}
                onNote={(next) => written.change({ note: next })}
                onSaved={written.saved}
                medium={medium}
                stored={stored}
                usedBy={usedBy}
                ownMedia={ownMedia}
                actions={actions}
              />
            )}
            {stored && (
              <EarlierVersions
                versions={versions}
                shownVersion={stored.version}
                textOf={({ parts: some }) => recipeOf(some)}
                onBring={(mix) =>
                  written.change({
                    text: recipeOf(mix.parts),
                    amendments: mix.amendments,
                    name: mix.name,
                    note: mix.note,
                  })
                }
              />
            )}
            {mixed?.ok && <Character parts={parts} mixed={mixed.value} heightCm={heightCm} amendments={amendments} />}
            {mixed?.ok && <TakeCare media={parts.map(({ medium: one }) => one)} className="print:order-3" />}
          </div>
          {mixed?.ok ? (
            <div className="space-y-6 print:contents">
              <section aria-label="Water and air" className="print:order-4 print:break-inside-avoid">
                <div className="flex flex-wrap items-end gap-x-4">
                  <h2 className="text-base">Water and air in a drained vessel, by its height</h2>
                  <label className="text-sm text-soft">
                    told for a vessel of{" "}
                    <input
                      className="field w-16 text-right text-base text-ink"
                      aria-label="Height of the vessel"
                      aria-invalid={height.said !== ""}
                      value={heightShown}
                      onChange={(event) => setHeightText(event.target.value)}
                    />{" "}
                    {lengthUnitName(system)}
                  </label>
                  {height.said && (
                    <span className="said" role="alert">
                      {height.said}
                    </span>
                  )}
                </div>
                <div className="grid gap-4 md:grid-cols-2">
                  <HeightChart
                    curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }}
                    system={system}
                  />
                  <RetentionChart
                    curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }}
                    system={system}
                  />
                </div>
              </section>
              <HowMuch
                parts={parts}
                rooms={rooms}
                roomId={roomId}
                onRoom={setRoomId}
                list={list}
                chosen={amendments}
                onChoose={(next) => written.change({ amendments: next })}
              />
              <FindMix
                media={media}
                parts={parts}
                mixed={mixed.value}
                rooms={rooms}
                roomId={roomAsked}
                packs={list.packs}
                onTake={write}
              />
            </div>
          ) : (
            <div className="space-y-6">
              <p className="text-soft">
                {text.trim() === ""
                  ? "Write a recipe, and its water and air stand here; or look for one."
                  : "The mix cannot be computed as it is written."}
              </p>
              <FindMix
                media={media}
                parts={[]}
                mixed={undefined}
                rooms={rooms}
                roomId={roomAsked}
                packs={list.packs}
                onTake={write}
              />
            </div>
          )}
        </div>
      </main>
    </>
  );
}

const savedOf = (stored: Kept<Mix> | undefined, text: string): MixDraft => ({
  text,
  name: stored?.value.name ?? "",
  note: stored?.value.note ?? "",
  amendments: stored?.value.amendments ?? [],
});
