"use client";
import { useStore } from "zustand";
import { withPlanting, withRhythm, withSite } from "@/core/stack/edit";
import { CHILDREN, RAIN, SUN, USUAL_PLANTING, type Planting, type Site } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import { useUnits } from "../common/preferences";
import { NumberField, type Quantity } from "../fields/number-field";
import { Choice } from "./choice";
import type { SetupStore } from "../open-setup/setup-store";
import { CHILDREN_WORDS, RAIN_WORDS, SUN_WORDS } from "./setup-words";

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

/** Where it stands and what is planted, as far as the design is checked against them. */
export function SitePanel({ store }: { store: SetupStore }) {
  const site = useStore(store, (state) => state.setup.site);
  const planting = useStore(store, (state) => state.setup.planting);
  const rhythm = useStore(store, (state) => state.setup.wateredEveryDays);
  const system = useUnits();
  const tell = (problems: readonly Problem[]): void => store.say(problems[0]?.message);
  const stand = (label: string, change: Partial<Site>): readonly Problem[] => {
    const { committed } = store.getState();
    return store.offer(label, withSite(committed, { ...committed.site, ...change }), system);
  };
  const rhythmOf = (days: number | null): readonly Problem[] =>
    store.offer(
      days === null ? "Watered as it wants" : "How often it is watered",
      withRhythm(store.getState().committed, days),
      system,
    );
  const plant = (label: string, change: Partial<Planting>): readonly Problem[] => {
    const { committed } = store.getState();
    return store.offer(
      label,
      withPlanting(committed, { ...(committed.planting ?? USUAL_PLANTING), ...change }),
      system,
    );
  };
  return (
    <section aria-label="Place and planting" className="border-t border-rule-strong pt-2">
      <h2 className="text-base">Place and planting</h2>
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
        <NumberField
          label="Watered or filled every"
          quantity="days"
          value={rhythm}
          onOffer={(days) => rhythmOf(days)}
          onUnsaid={() => rhythmOf(null)}
        />
      </div>
      <p className="text-sm leading-snug text-soft">
        What is left empty is not known, and what lives there is told so. Without days, it is watered when it wants it.
      </p>
      {planting ? (
        <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1">
          <NumberField
            label="Crown over the soil"
            value={planting.crownOverSoilCm}
            onOffer={(crownOverSoilCm) => plant("Crown over the soil", { crownOverSoilCm })}
          />
          <NumberField
            label="Root ball, deep"
            value={planting.ballDepthCm}
            onOffer={(ballDepthCm) => plant("Depth of the root ball", { ballDepthCm })}
          />
          <NumberField
            label="Root ball, across"
            value={planting.ballAcrossCm}
            onOffer={(ballAcrossCm) => plant("Width of the root ball", { ballAcrossCm })}
          />
          <button
            type="button"
            className="press no-print"
            onClick={() => tell(store.offer("No planting", withPlanting(store.getState().committed, null), system))}
          >
            Nothing planted
          </button>
        </div>
      ) : (
        <button type="button" className="press no-print mt-1" onClick={() => tell(plant("A root ball", {}))}>
          Say how it is planted
        </button>
      )}
    </section>
  );
}
