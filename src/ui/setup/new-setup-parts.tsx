import { PURPOSE_FACTS, PURPOSES, type Purpose } from "@/core/design/purposes";
import { STRATEGIES, STRATEGY_WORDS, type Strategy } from "@/core/design/strategies";
import { occupantsWith } from "@/core/occupants/library/library";
import { STAGES, type Site } from "@/core/stack/setup";
import type { Occupant } from "@/core/occupants/occupant";
import type { Problem } from "@/core/units/problem";
import { capitalised } from "@/core/units/text";
import { formatVolume, lengthUnitName } from "@/core/units/units";
import { reshaped } from "@/core/vessel/reshape";
import { VESSEL_SHELF } from "@/core/vessel/shelf";
import { VESSEL_DIMENSIONS, VESSEL_MATERIALS, VESSEL_SHAPES, vesselVolumeCm3, type Shape } from "@/core/vessel/vessel";
import { GradeMark } from "../occupants/grade";
import { Choice, Entry, saidOf } from "../fields/typed-form";
import { SearchedChoice } from "../fields/searched-choice";
import { STAGE_WORDS } from "../occupants/occupant-words";
import { MATERIAL_WORDS, RAIN_WORDS, SHAPE_WORDS, SUN_WORDS } from "../parts/words";
import type { SetupDraft } from "./use-setup-draft";

/** What a new setup is for, and where it stands. */
export function PurposePart({
  draft,
  ownOccupants,
  problems,
}: {
  draft: SetupDraft;
  ownOccupants: readonly Occupant[];
  problems: readonly Problem[];
}) {
  const { form, kind, kinds, choose, count } = draft;
  return (
    <fieldset className="flex min-w-0 flex-wrap items-end gap-x-5 gap-y-2">
      <legend className="font-serif text-lg font-semibold">What it is for</legend>
      <label className="block max-w-full text-sm text-soft">
        Lives there
        <select
          {...form.register("purpose", {
            onChange: (event: React.ChangeEvent<HTMLSelectElement>) => {
              choose(undefined);
              form.setValue("strategy", PURPOSE_FACTS[event.target.value as Purpose].strategies[0]!);
            },
          })}
          className="field block max-w-full text-base text-ink"
        >
          {PURPOSES.map((purpose) => (
            <option key={purpose} value={purpose}>
              {PURPOSE_FACTS[purpose].words}
            </option>
          ))}
        </select>
      </label>
      <div className="text-sm text-soft">
        For one kind, by name
        <span className="flex gap-1">
          <SearchedChoice
            label="For one kind, by name"
            chosen={kind?.id ?? ""}
            shown={kind?.name ?? "not said"}
            groups={kinds}
            className="w-60 text-base text-ink"
            onChoose={(id) => choose(occupantsWith(ownOccupants)(id))}
          />
          {kind && (
            <button type="button" className="press" onClick={() => choose(undefined)}>
              Not for one
            </button>
          )}
        </span>
      </div>
      {kind && (
        <Entry
          form={form}
          name="count"
          label="How many"
          said={count.ok ? saidOf(problems, "count") : count.problems[0]!.message}
          className="w-16 text-right"
        />
      )}
      {kind?.life === "plant" && (
        <Choice
          form={form}
          name="stage"
          label="Put in as"
          className=""
          options={STAGES.map((one) => [one, STAGE_WORDS[one]] as const)}
        />
      )}
      <Choice
        form={form}
        name="sun"
        label="Sun"
        className=""
        options={(Object.keys(SUN_WORDS) as Site["sun"][]).map((one) => [one, SUN_WORDS[one]] as const)}
      />
      <Choice
        form={form}
        name="rain"
        label="Rain"
        className=""
        options={(Object.keys(RAIN_WORDS) as Site["rain"][]).map((one) => [one, RAIN_WORDS[one]] as const)}
      />
    </fieldset>
  );
}

/** The vessel of a new setup, off the shelf and changed by hand. */
export function VesselPart({ draft, problems }: { draft: SetupDraft; problems: readonly Problem[] }) {
  const { form, texts, vessel, basis, take, system } = draft;
  return (
    <fieldset className="min-w-0">
      <legend className="font-serif text-lg font-semibold">Vessel</legend>
      <div className="mt-1 flex flex-wrap items-end gap-x-5 gap-y-2">
        <label className="block max-w-full text-sm text-soft">
          From the shelf
          <select
            {...form.register("shelf", {
              onChange: (event: React.ChangeEvent<HTMLSelectElement>) => {
                const found = VESSEL_SHELF.find(({ id }) => id === event.target.value);
                if (!found) return;
                take(found.vessel, found.comes);
                form.setValue("holed", found.holed);
              },
            })}
            className="field block max-w-full text-base text-ink"
          >
            {VESSEL_SHELF.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="block text-sm text-soft">
          Shape
          <select
            className="field block text-base text-ink"
            value={texts.shape}
            onChange={(event) => take(reshaped(vessel.ok ? vessel.value : basis, event.target.value as Shape))}
          >
            {VESSEL_SHAPES.map((shape) => (
              <option key={shape} value={shape}>
                {SHAPE_WORDS[shape]}
              </option>
            ))}
          </select>
        </label>
        <Choice
          form={form}
          name="material"
          label="Made of"
          className=""
          options={VESSEL_MATERIALS.map((material) => [material, MATERIAL_WORDS[material]] as const)}
        />
        <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
          <input type="checkbox" className="size-4 accent-(--ink)" {...form.register("holed")} />
          {draft.comes?.drainCm === undefined ? "has holes in its base" : "has its drain, open"}
        </label>
      </div>
      <div className="mt-3 flex flex-wrap items-start gap-x-5 gap-y-2">
        {VESSEL_DIMENSIONS[texts.shape].map(([dimension, words]) => (
          <Entry
            key={`${texts.shape} ${dimension}`}
            form={form}
            name={`sizes.${dimension}`}
            label={capitalised(words)}
            unit={lengthUnitName(system)}
            said={saidOf(problems, `vessel.${dimension}`)}
            className="w-24 text-right"
          />
        ))}
      </div>
      <p className="mt-2 text-soft" aria-live="polite">
        {vessel.ok && vesselVolumeCm3(vessel.value) > 0
          ? `${formatVolume(vesselVolumeCm3(vessel.value), system)} to the rim.${texts.shape === "poured" ? " The poured volumes are typed on the setup's own page." : ""}`
          : " "}
      </p>
    </fieldset>
  );
}

/** How a new setup holds its water: what suits its purpose first. */
export function StrategyPart({ draft }: { draft: SetupDraft }) {
  const { form, texts, kind, building, byHand, pickWay, anyWay } = draft;
  const suited = PURPOSE_FACTS[texts.purpose].strategies;
  // for a kind by name the way is what is built for it, until one is picked by hand
  const shown = kind && !byHand && building?.status === "answered" ? building.picked?.strategy : texts.strategy;
  const gradeOf = (strategy: Strategy): React.ReactNode => {
    const built = building?.status === "answered" ? building.built.find((one) => one.strategy === strategy) : undefined;
    return built && <GradeMark grade={built.grade} />;
  };
  return (
    <fieldset className="min-w-0">
      <legend className="font-serif text-lg font-semibold">How it holds water</legend>
      {kind && (
        <p className="mt-1 text-sm text-soft">
          {byHand ? (
            <>
              Built in the way picked here.{" "}
              <button type="button" className="underline" onClick={anyWay}>
                Whatever suits {kind.name.toLowerCase()} best
              </button>
            </>
          ) : (
            `What suits ${kind.name.toLowerCase()} best is tried of itself; pick one to have it that way.`
          )}
        </p>
      )}
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        {[...suited, ...STRATEGIES.filter((one) => !suited.includes(one))].map((strategy, i) => (
          <Pick
            key={strategy}
            input={{
              name: "strategy",
              value: strategy,
              checked: shown === strategy,
              onChange: () => {
                form.setValue("strategy", strategy);
                pickWay();
              },
            }}
            checked={shown === strategy}
            title={STRATEGY_WORDS[strategy].name}
            about={STRATEGY_WORDS[strategy].about}
            // for a kind by name only what was judged for it is marked
            mark={kind ? gradeOf(strategy) : i === 0 ? "usual" : i < suited.length ? "suits" : undefined}
          />
        ))}
      </div>
    </fieldset>
  );
}

function Pick({
  input,
  checked,
  title,
  about,
  mark,
}: {
  input: React.ComponentProps<"input">;
  checked: boolean;
  title: string;
  about: string;
  mark: React.ReactNode;
}) {
  return (
    <label
      className={`block cursor-pointer border px-3 py-2 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink ${checked ? "border-ink bg-sheet shadow-[inset_0_-3px_0_var(--ink)]" : "border-rule hover:border-rule-strong"}`}
    >
      <input type="radio" className="sr-only" {...input} />
      <span className="flex items-baseline justify-between gap-2">
        <span className="font-semibold">{title}</span>
        {mark && <span className="shrink-0 text-sm text-life">{mark}</span>}
      </span>
      <span className="block text-sm leading-snug text-soft">{about}</span>
    </label>
  );
}
