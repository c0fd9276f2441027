"use client";
import { useStore } from "zustand";
import { withSite } from "@/core/stack/edit";
import { CHILDREN, RAIN, SUN, UNSAID_SITE, type Here, type Site } from "@/core/stack/setup";
import { lightHere } from "@/core/stack/here-figures";
import { siteOf } from "@/core/stack/site";
import { formatPercent, formatTemperature, threeFigures, type UnitSystem } from "@/core/units/units";
import type { Problem } from "@/core/units/problem";
import { useUnits } from "../../common/preferences";
import { NumberField, type Quantity } from "../../fields/number-field";
import { Choice } from "../../fields/choice";
import type { EditorProps } from "../part";
import { CHILDREN_WORDS, RAIN_WORDS, SUN_WORDS } from "../words";
import { Stays } from "./stays";

/** What of a place may be left unsaid, and is a number where it is said. */
type Unsaid = { [Key in keyof Site]: null extends Site[Key] ? Key : never }[keyof Site];
type FieldOf = { readonly label: string; readonly quantity: Quantity };
/** Every such figure has its field: one without does not compile. */
const PLACE_FIELDS: Record<Unsaid, FieldOf> = {
  lightMolPerDay: { label: "Light a day", quantity: "light" },
  coldestC: { label: "Coldest there", quantity: "temperature" },
  warmestC: { label: "Warmest there", quantity: "temperature" },
  humidity: { label: "Humidity", quantity: "share" },
  waterPpm: { label: "Dissolved in its water", quantity: "solids" },
};
const PLACE_KEYS = Object.keys(PLACE_FIELDS) as readonly Unsaid[];

/** What follows from a place, of what may be said here. */
function fromPlace(here: Here, system: UnitSystem): string {
  const { sun, rain, coldestC, warmestC, humidity, waterPpm } = siteOf({ site: UNSAID_SITE, here });
  return [
    SUN_WORDS[sun],
    RAIN_WORDS[rain],
    `${threeFigures(lightHere(here).typical, 1)} mol/m² of light a day in the growing half of the year`,
    `${formatTemperature(coldestC!, system)} to ${formatTemperature(warmestC!, system)}`,
    humidity === null ? "" : `${formatPercent(humidity)} humidity`,
    waterPpm === null ? "" : `${threeFigures(waterPpm, 0)} mg/L in its water, ${here.given.words}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** Where it stands, as far as the design is checked against them. */
export function PlaceEditor({ store }: EditorProps) {
  const site = useStore(store, (state) => state.setup.site);
  const system = useUnits();
  const tell = (problems: readonly Problem[]): void => store.say(problems[0]?.message);
  const stand = (label: string, change: Partial<Site>): readonly Problem[] => {
    const { committed } = store.getState();
    return store.offer(label, withSite(committed, { ...committed.site, ...change }), system);
  };
  const here = useStore(store, (state) => state.setup.here);
  return (
    <>
      <Stays store={store} />
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1">
        <Choice
          label="Sun"
          value={site.sun}
          options={SUN.map((one) => [one, SUN_WORDS[one]])}
          onChoose={(sun) => tell(stand("Sun", { sun: sun as Site["sun"] }))}
        />
        <Choice
          label="Rain"
          value={site.rain}
          options={RAIN.map((one) => [one, RAIN_WORDS[one]])}
          onChoose={(rain) => tell(stand("Rain", { rain: rain as Site["rain"] }))}
        />
        <Choice
          label="Small children"
          value={site.children}
          options={CHILDREN.map((one) => [one, CHILDREN_WORDS[one]])}
          onChoose={(children) => tell(stand("Small children", { children: children as Site["children"] }))}
        />
        <NumberField
          label="Roof led into it"
          quantity="roof"
          value={site.roofM2}
          onOffer={(roofM2) => stand("Roof led into it", { roofM2 })}
        />
        {PLACE_KEYS.map((key) => {
          const { label, quantity } = PLACE_FIELDS[key];
          return (
            <NumberField
              key={key}
              label={label}
              quantity={quantity}
              value={site[key]}
              onOffer={(value) => stand(label, { [key]: value })}
              onUnsaid={() => stand(label, { [key]: null })}
            />
          );
        })}
      </div>
      <p className="text-sm leading-snug text-soft">
        {here
          ? `What is left empty follows from its place: ${fromPlace(here, system)}.`
          : "What is left empty is not known, and what lives there is told so."}
      </p>
    </>
  );
}
