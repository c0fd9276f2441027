import type { Medium } from "@/core/media/medium";
import type { Blend, Part } from "@/core/mixing/blend";
import { lengthUnitName, volumeUnitName, type UnitSystem } from "@/core/units/units";
import type { Room } from "@/formats/rooms";
import { Choice, Entry, Said, type TypedForm } from "../fields/typed-form";
import { heightTexts, NEED, SAME, ZONES, type SearchAsked, type SearchTexts } from "./search-form";

/** The form that asks for mixes, and what is being looked for. */
export type SearchForm = TypedForm<SearchTexts, SearchAsked> & { readonly target: string; readonly system: UnitSystem };

/** One field a text, in a row that says once below what is wrong in any of them. */
function Row({
  search: { form, saidOf },
  fields,
}: {
  search: SearchForm;
  fields: readonly (readonly [name: keyof SearchTexts & string, label: string])[];
}) {
  return (
    <>
      {fields.map(([name, label]) => (
        <Entry key={name} form={form} name={name} label={label} said={saidOf(name)} showSaid={false} />
      ))}
      {fields.map(([name]) => (
        <Said key={name}>{saidOf(name)}</Said>
      ))}
    </>
  );
}

export function TargetChoice({
  target,
  parts,
  mixed,
  onChoose,
}: {
  target: string;
  parts: readonly Part[];
  mixed: Blend | undefined;
  onChoose: (target: string) => void;
}) {
  return (
    <label className="block text-sm text-soft">
      Look for
      <select
        className="field block max-w-72 text-base text-ink"
        value={target}
        onChange={(event) => onChoose(event.target.value)}
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
  );
}

/** The height at which a mix is to do what is asked, typed or taken from a layer that stands there. */
export function PlaceFields({ search, places }: { search: SearchForm; places: readonly Room[] }) {
  const { form, texts, system } = search;
  const unit = lengthUnitName(system);
  return (
    <>
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
      <Row
        search={search}
        fields={[
          ["height", `Roots’ height, ${unit}`],
          ["base", `their foot above free water, ${unit}`],
        ]}
      />
    </>
  );
}

export function NeedFields({ search }: { search: SearchForm }) {
  return (
    <div className="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
      <Row
        search={search}
        fields={[
          ["airLeast", "air, % from"],
          ["airMost", "to"],
          ["waterLeast", "water, % from"],
          ["waterMost", "to"],
          ["pHLeast", "pH from"],
          ["pHMost", "to"],
        ]}
      />
    </div>
  );
}

export function ZoneFields({ search }: { search: SearchForm }) {
  const unit = lengthUnitName(search.system);
  return (
    <>
      <p className="mt-2 max-w-[80ch] text-[0.95rem] leading-snug">
        Roots used to wet stay wet: this mix is the core, what lies around it goes in steps to an airy rim. At one
        height all zones stand at one suction, so the grains decide what each holds, and none may be finer than the one
        inside it.
      </p>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <Row
          search={search}
          fields={[
            ["ball", `Root ball, wide, ${unit}`],
            ["pot", `Pot, wide inside, ${unit}`],
            ["zones", "zones around it"],
            ["rimAir", "air at the rim, %"],
          ]}
        />
      </div>
    </>
  );
}

/** Of which media a mix may be, and what it must or must not have in it. */
export function MediaFields({ search, offered }: { search: SearchForm; offered: readonly Medium[] }) {
  const { form, texts, saidOf, target, system } = search;
  return (
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
      {target === NEED && (
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
  );
}

const Check = ({ input, children }: { input: React.ComponentProps<"input">; children: React.ReactNode }) => (
  <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
    <input type="checkbox" className="size-4 accent-(--ink)" {...input} />
    {children}
  </label>
);
