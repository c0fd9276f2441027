"use client";
import { useEffect, useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import Link from "next/link";
import { CLIMATES, INDOORS_ID } from "@/core/place/climates";
import { FACINGS, PLACE_KINDS, SHELTERS, USUAL_PLACE, WINDOW_FACINGS, type Place } from "@/core/place/place";
import type { Water } from "@/core/place/waters";
import type { Kept, KeptVersion } from "@/formats/kept";
import { placeDocument } from "@/formats/place/document";
import type { PlaceShown, PlaceShownInput } from "@/formats/place/actions";
import { temperatureUnitName, volumeUnitName } from "@/core/units/units";
import { buttSentence } from "@/core/readings/butt-sentence";
import { EarlierVersions } from "../common/keep";
import { KeepBar, type KeepActions } from "../common/keep-bar";
import { useUnits } from "../common/preferences";
import { Choice, Entry, saidOf } from "../fields/typed-form";
import { SiteHeader } from "../head/site-header";
import { elevationUnit, readPlace, textOfElevation, textsOfPlace, type PlaceTexts } from "./place-form";
import { FACING_WORDS, KIND_WORDS, latitudeWords, SHELTER_WORDS, standWords, WINDOW_WORDS } from "./place-words";
import { PlaceYear } from "./place-year";
import { WatersPart } from "./waters-part";
import { WeatherPart, type WeatherLine } from "./weather-part";

/** Climates that places stand in; that of rooms is made of theirs. */
const OUTDOORS = CLIMATES.filter(({ id }) => id !== INDOORS_ID);
const NOTHING_ASKED = { takesLPerDay: Array<number>(12).fill(0) as readonly number[], isGiven: false };
type Show = (input: PlaceShownInput) => Promise<PlaceShown | undefined>;

/** A pause in typing, after which the year is worked out anew. [ms] */
const PAUSE_MS = 250;

/** The year of what is described, as soon as it is known; the last one stays until then. */
function useShown(key: string, takesLPerDay: readonly number[], show: Show): PlaceShown | undefined {
  const [shown, setShown] = useState<PlaceShown>();
  useEffect(() => {
    if (key === "") return undefined;
    let isWanted = true;
    const timer = setTimeout(() => {
      show({ document: placeDocument(JSON.parse(key) as Place), takesLPerDay: [...takesLPerDay] })
        .then((answer) => {
          if (isWanted && answer) setShown(answer);
        })
        // it is asked again with the next change
        .catch(() => undefined);
    }, PAUSE_MS);
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [key, takesLPerDay, show]);
  return shown;
}
const YES_NO = { yes: "yes", no: "no" } as const;

const newPlace = (waters: readonly Water[] | undefined): Place =>
  waters ? { ...USUAL_PLACE, water: { ...USUAL_PLACE.water, waters } } : USUAL_PLACE;

/** One place: what it is, what that makes of its year, and who stands there. */
export function PlacePage({
  stored,
  versions = [],
  standing = [],
  asked = NOTHING_ASKED,
  weather,
  waters,
  show,
  actions,
}: {
  stored?: Kept<Place>;
  versions?: readonly KeptVersion<Place>[];
  /** The setups that stand there. */
  standing?: readonly { readonly id: string; readonly name: string }[];
  /** What they ask of the butt on a day of each month, and whether any is given rain at all. */
  asked?: { readonly takesLPerDay: readonly number[]; readonly isGiven: boolean };
  /** Of a new one: the waters of one that is here already, for a house has one tap. */
  waters?: readonly Water[] | undefined;
  /** Files of measured weather there are. */
  weather: readonly WeatherLine[];
  show: Show;
  actions: KeepActions<Place>;
}) {
  const system = useUnits();
  const form = useForm<PlaceTexts>({ defaultValues: textsOfPlace(stored?.value ?? newPlace(waters), system) });
  const texts = useWatch({ control: form.control }) as PlaceTexts;
  const read = useMemo(() => readPlace(texts), [texts]);
  // what is typed is in the units it was typed in until it can be written anew in others
  const units = texts.system;
  useEffect(() => {
    if (units !== system && read.ok) form.reset(textsOfPlace(read.value, system));
  }, [form, read, system, units]);
  const problems = read.ok ? [] : read.problems;
  // a name is none of the weather's affair
  const shown = useMemo(() => readPlace({ ...texts, name: "a place", note: "" }), [texts]);
  const key = shown.ok ? JSON.stringify(shown.value) : "";
  const lastAnswer = useShown(key, asked.takesLPerDay, show);
  const climate = OUTDOORS.find(({ id }) => id === texts.climateId);
  const entry = (name: keyof PlaceTexts, label: string, path: string, unit = "", className = "w-20 text-right") => (
    <Entry form={form} name={name} label={label} said={saidOf(problems, path)} unit={unit} className={className} />
  );
  const choose = (name: keyof PlaceTexts, label: string, options: readonly (readonly [string, string])[]) => (
    <Choice form={form} name={name} label={label} options={options} />
  );
  const isAtWindow = texts.kind === "windowsill" || texts.kind === "case";
  const isRoom = isAtWindow || texts.kind === "room" || texts.kind === "lamps";
  return (
    <>
      <SiteHeader>
        <Link href="/places" className="press no-underline">
          All places
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-5xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : "A new place"}</h1>
        {stored && (
          <p className="leading-snug text-soft">
            {standWords(stored.value, system)}; {latitudeWords(stored.value.latitude)}.
            {stored.isPutAway && " Put away: nothing offers it, and what stands there goes on standing there."}
          </p>
        )}
        {stored && (
          <p className="mt-1 leading-snug">
            {standing.length === 0 ? (
              "No setup stands here yet: a setup is given its place on its own page, among its parts."
            ) : (
              <>
                Here stand{" "}
                {standing.map(({ id, name }, i) => (
                  <span key={id}>
                    {i > 0 && ", "}
                    <Link href={`/setups/${id}`}>{name}</Link>
                  </span>
                ))}
                .
              </>
            )}
          </p>
        )}
        <form className="mt-4 space-y-4" onSubmit={(event) => event.preventDefault()}>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <Entry
              form={form}
              name="name"
              label="Name"
              said={texts.name.trim() === "" ? "" : saidOf(problems, "name")}
              className="w-64"
              words
              most={120}
            />
            {choose(
              "kind",
              "What it is",
              PLACE_KINDS.map((kind) => [kind, KIND_WORDS[kind]]),
            )}
            {texts.kind === "outdoors" && (
              <>
                {choose(
                  "facing",
                  "Which way",
                  FACINGS.map((one) => [one, FACING_WORDS[one]]),
                )}
                {choose(
                  "shelter",
                  "Wind",
                  SHELTERS.map((one) => [one, SHELTER_WORDS[one]]),
                )}
                {choose("roofed", "Roof over it", [
                  [YES_NO.no, "no: rain falls in"],
                  [YES_NO.yes, "yes"],
                ])}
              </>
            )}
            {texts.kind === "glasshouse" &&
              entry("heatedTo", "Kept warmer than (empty: not heated)", "stand.heatedToC", temperatureUnitName(units))}
            {isAtWindow &&
              choose(
                "window",
                "Window",
                WINDOW_FACINGS.map((one) => [one, WINDOW_WORDS[one]]),
              )}
            {texts.kind === "lamps" && (
              <>
                {entry("photons", "Light at the leaves", "stand.photonsUmolPerM2S", "µmol/(m²·s)")}
                {entry("hours", "On for", "stand.hoursPerDay", "h a day")}
              </>
            )}
            {texts.kind === "case" && entry("openShare", "Open to the room", "stand.openShare", "%")}
            {isRoom &&
              choose("heated", "Heated in winter", [
                [YES_NO.yes, "yes"],
                [YES_NO.no, "no"],
              ])}
          </div>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <label className="block text-sm text-soft">
              Climate
              <select
                className="field block max-w-72 text-base text-ink"
                {...form.register("climateId", {
                  onChange: (event: React.ChangeEvent<HTMLSelectElement>) => {
                    const chosen = OUTDOORS.find(({ id }) => id === event.target.value);
                    if (!chosen) return;
                    form.setValue("latitude", String(chosen.latitude));
                    form.setValue("elevation", textOfElevation(chosen.elevationM, units));
                  },
                })}
              >
                {OUTDOORS.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            {entry("latitude", "Latitude", "latitude", "°")}
            {choose("hemisphere", "Hemisphere", [
              ["north", "north"],
              ["south", "south: seasons turned round"],
            ])}
            {entry("elevation", "Over the sea", "elevationM", elevationUnit(units))}
            {choose("frosts", "Frost dates", [
              ["climate", "as the climate has them"],
              ["said", "my own"],
            ])}
            {texts.frosts === "said" && (
              <>
                {entry("lastFrost", "Last of spring", "lastFrost", "", "w-28")}
                {entry("firstFrost", "First of autumn", "firstFrost", "", "w-28")}
              </>
            )}
          </div>
          <p className="max-w-[70ch] text-sm leading-snug text-soft">
            {climate?.text} A climate is a kind, of no one town: low confidence for any one garden. What light, wind and
            warmth get in behind glass and walls is judged, within about a third; what a setup itself says of its light,
            cold or humidity beats what follows from here.
          </p>
          <WeatherPart
            weather={weather}
            chosen={texts.weatherId}
            latitude={read.ok ? read.value.latitude : 0}
            gaps={lastAnswer?.gaps ?? null}
            onChoose={(id) => form.setValue("weatherId", id)}
          />
          <section aria-label="Water there" className="border-t border-rule pt-2">
            <WatersPart form={form} problems={problems} />
            <div className="mt-2 flex flex-wrap items-start gap-x-6 gap-y-2">
              {entry("roof", "Roof led into a butt", "water.roofM2", "m²")}
              {entry("butt", "The butt holds", "water.buttL", volumeUnitName(units))}
            </div>
            {lastAnswer?.butt && lastAnswer.larger && (
              <p className="mt-1 max-w-[75ch] leading-snug">
                {buttSentence(
                  lastAnswer.butt,
                  lastAnswer.larger,
                  {
                    setups: standing.length,
                    isGiven: asked.isGiven,
                    tap: shown.ok ? shown.value.water.waters[0] : undefined,
                  },
                  system,
                )}
              </p>
            )}
          </section>
          <Entry
            form={form}
            name="note"
            label="Note"
            said={saidOf(problems, "note")}
            className="w-full max-w-xl"
            words
            most={1000}
          />
          <KeepBar
            value={read.ok ? read.value : undefined}
            named={texts.name.trim() !== ""}
            stored={stored}
            what="place"
            documentOf={placeDocument}
            pageOf={(id) => `/places/${id}`}
            listPath="/places"
            actions={actions}
          />
        </form>
        {lastAnswer ? (
          <PlaceYear
            months={lastAnswer.months}
            frost={lastAnswer.frost}
            isMeasured={lastAnswer.gaps !== null}
            system={system}
          />
        ) : (
          <p role="status" className="text-soft">
            {key === "" ? "Its year is drawn once all of it can be meant." : "Working out its year …"}
          </p>
        )}
        {stored && (
          <a className="text-[0.95rem]" href={`/places/${stored.id}/file`} download>
            This place as a file
          </a>
        )}
        <EarlierVersions
          versions={versions}
          shownVersion={stored?.version ?? 0}
          textOf={(value) => `${value.name}: ${standWords(value, system)}, ${latitudeWords(value.latitude)}`}
          onBring={(value) => form.reset(textsOfPlace(value, system))}
        />
      </main>
    </>
  );
}
