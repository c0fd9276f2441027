"use client";
import { capitalised } from "@/core/units/text";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { useRouter } from "next/navigation";
import { PURPOSE_FACTS, PURPOSES, type Purpose } from "@/core/design/purposes";
import { STRATEGIES, STRATEGY_WORDS, type Strategy } from "@/core/design/strategies";
import type { Designed } from "@/core/design/bench";
import { designed } from "@/core/design/design";
import type { Medium } from "@/core/media/medium";
import { occupantsWith } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { withOccupants } from "@/core/stack/edit";
import { UNSAID_SITE, type Site } from "@/core/stack/setup";
import { failed, ok, problem, type Problem, type Result } from "@/core/units/problem";
import { formatVolume, lengthFieldText, lengthUnitName, parseLengthCm, type UnitSystem } from "@/core/units/units";
import type { Built } from "@/core/verdicts/build-for";
import { purposeOfKind } from "@/core/verdicts/guilds";
import { reshaped } from "@/core/vessel/reshape";
import { VESSEL_SHELF } from "@/core/vessel/shelf";
import { checkVessel } from "@/core/vessel/check-vessel";
import {
  dimensionCm,
  USUAL_WALLS,
  VESSEL_DIMENSIONS,
  VESSEL_MATERIALS,
  VESSEL_SHAPES,
  vesselVolumeCm3,
  type Shape,
  type Vessel,
  type VesselDimension,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { settle, type MediumLookup } from "@/core/water/settle";
import { setupProblems, whenSound } from "@/core/water/checked";
import { setupDocument } from "@/formats/setup/document";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { Choice, Entry, Said, saidOf } from "../fields/typed-form";
import { SearchedChoice } from "../fields/searched-choice";
import { BuildForPart } from "../occupants/build-for-part";
import { occupantChoices } from "../occupants/occupant-choices";
import { GrainPatterns } from "../drawing/patterns";
import { SHELF_PREFIX, ShelfDrawing } from "../section/shelf-drawing";
import { MATERIAL_WORDS, RAIN_WORDS, SHAPE_WORDS, SUN_WORDS } from "./setup-words";

type Sizes = Partial<Record<VesselDimension, string>>;
type Texts = {
  name: string;
  purpose: Purpose;
  shelf: string;
  shape: Shape;
  material: VesselMaterial;
  holed: boolean;
  strategy: Strategy;
  sun: Site["sun"];
  rain: Site["rain"];
  sizes: Sizes;
};

const FIRST = VESSEL_SHELF.find(({ id }) => id === "balcony-trough")!;

const sizesOf = (vessel: Vessel, system: UnitSystem): Sizes =>
  Object.fromEntries(
    VESSEL_DIMENSIONS[vessel.shape].map(([dimension]) => [
      dimension,
      lengthFieldText(dimensionCm(vessel, dimension), system),
    ]),
  );

/**
 * The grower's first decisions, in the order they are made: what it is for, the vessel, how it holds water. What comes
 * of them is computed and shown with its reasons before it is made; everything in it can be changed afterwards.
 */
export function NewSetup({
  media,
  ownOccupants,
  onCreate,
}: {
  media: readonly Medium[];
  ownOccupants: readonly Occupant[];
  onCreate: (document: unknown) => Promise<Result<string>>;
}) {
  const system = useUnits();
  const router = useRouter();
  const medium = useMemo((): MediumLookup => {
    const byId = new Map(media.map((one) => [one.id, one]));
    return (id) => byId.get(id);
  }, [media]);
  const form = useForm<Texts>({
    defaultValues: {
      name: "",
      purpose: "crops",
      shelf: FIRST.id,
      shape: FIRST.vessel.shape,
      material: FIRST.vessel.material,
      holed: FIRST.holed,
      strategy: "gravel-reservoir",
      sun: "unsaid",
      rain: "unsaid",
      sizes: sizesOf(FIRST.vessel, system),
    },
  });
  const texts = useWatch({ control: form.control }) as Texts;
  // the vessel the sizes are of, for what a size does not say: its wall, or its poured volumes
  const [basis, setBasis] = useState<Vessel>(FIRST.vessel);
  const take = (vessel: Vessel): void => {
    setBasis(vessel);
    form.setValue("shape", vessel.shape);
    form.setValue("material", vessel.material);
    form.setValue("sizes", sizesOf(vessel, system));
  };
  // sizes nobody has touched are told in the grower's units
  useEffect(() => {
    if (!form.formState.dirtyFields.sizes) form.setValue("sizes", sizesOf(basis, system));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [system]);

  // one kind it is for, by name: then the way of holding water and the soil are found for it
  const [kindId, setKindId] = useState("");
  const kind = occupantsWith(ownOccupants)(kindId);
  const kinds = useMemo(() => occupantChoices(ownOccupants), [ownOccupants]);
  const [picked, setPicked] = useState<Built>();
  const now = JSON.stringify(texts);
  const [said, setSaid] = useState<{ readonly of: string; readonly problems: readonly Problem[] }>();
  const problems = said?.of === now ? said.problems : [];
  const say = (found: readonly Problem[]): void => setSaid({ of: now, problems: found });
  const [making, setMaking] = useState(false);
  const vessel = useMemo(() => readVessel(texts, basis, system), [texts, basis, system]);
  const wished = useDeferredValue(
    JSON.stringify([texts.purpose, texts.strategy, texts.holed, texts.sun, texts.rain, vessel]),
  );
  const made = useMemo(() => {
    const [purpose, strategy, holed, sun, rain, of] = JSON.parse(wished) as [
      Purpose,
      Strategy,
      boolean,
      Site["sun"],
      Site["rain"],
      Result<Vessel>,
    ];
    if (!of.ok) return undefined;
    return designed(
      { name: "", purpose, strategy, holed, vessel: of.value, site: { ...UNSAID_SITE, sun, rain } },
      medium,
      system,
    );
  }, [wished, medium, system]);

  // what was built holds for the vessel it was built in
  const builtHere = vessel.ok && picked && sameJson(picked.designed.setup.vessel, vessel.value) ? picked : undefined;
  const designedNow = builtHere?.designed ?? (made?.ok ? living(made.value, kind) : undefined);
  const site = { ...UNSAID_SITE, sun: texts.sun, rain: texts.rain };
  const choose = (occupant: Occupant | undefined): void => {
    setKindId(occupant?.id ?? "");
    setPicked(undefined);
    if (!occupant) return;
    const purpose = purposeOfKind(occupant);
    form.setValue("purpose", purpose);
    form.setValue("strategy", PURPOSE_FACTS[purpose].strategies[0]!);
  };

  const make = async (event: React.FormEvent): Promise<void> => {
    event.preventDefault();
    if (!vessel.ok) return say([...vessel.problems, ...nameProblems(texts.name)]);
    if (!designedNow) return say(made && !made.ok ? made.problems : []);
    const setup = { ...designedNow.setup, name: texts.name.trim() };
    const found = setupProblems(setup, medium, system);
    if (found.length > 0) return say(found);
    setMaking(true);
    const answer = await onCreate(setupDocument(setup)).catch((): Result<string> =>
      failed(problem("", "unreachable", NOT_MADE)),
    );
    if (answer.ok) return router.push(`/setups/${answer.value}`);
    setMaking(false);
    say(answer.problems);
  };
  const suited = PURPOSE_FACTS[texts.purpose].strategies;

  return (
    <>
      <SiteHeader />
      <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-x-10 px-4 py-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <form id={FORM_ID} onSubmit={(event) => void make(event)} noValidate className="space-y-6">
          <h1 className="text-2xl">New setup</h1>
          <Entry
            form={form}
            name="name"
            label="Name"
            said={saidOf(problems, "name")}
            className="w-full max-w-md"
            words
            most={200}
            autoFocus
          />
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
                  chosen={kindId}
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
                      take(found.vessel);
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
                has holes in its base
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
          <fieldset className="min-w-0">
            <legend className="font-serif text-lg font-semibold">How it holds water</legend>
            <div className="mt-2 grid gap-2 sm:grid-cols-2">
              {[...suited, ...STRATEGIES.filter((one) => !suited.includes(one))].map((strategy, i) => (
                <Pick
                  key={strategy}
                  input={{ ...form.register("strategy", { onChange: () => setPicked(undefined) }), value: strategy }}
                  checked={texts.strategy === strategy}
                  title={STRATEGY_WORDS[strategy].name}
                  about={STRATEGY_WORDS[strategy].about}
                  mark={i === 0 ? "usual" : i < suited.length ? "suits" : undefined}
                />
              ))}
            </div>
          </fieldset>
        </form>
        <aside aria-label="What comes of it" className="mt-8 lg:sticky lg:top-4 lg:mt-2">
          <h2 className="text-lg">What comes of it</h2>
          {kind && vessel.ok && (
            <BuildForPart
              wish={{
                occupant: kind,
                vessel: vessel.value,
                holed: texts.holed,
                site,
                system,
                own: ownOccupants,
                mediumIds: media.map(({ id }) => id),
              }}
              medium={medium}
              picked={builtHere}
              onPick={setPicked}
            />
          )}
          {designedNow ? (
            <Preview made={designedNow} medium={medium} />
          ) : (
            <p className="mt-2 text-soft">The vessel's measures cannot be read yet.</p>
          )}
          <Said>{saidOf(problems, "")}</Said>
          {problems.some(({ path }) =>
            /^(?:water|layers|fixtures|fillFrom|vessel$|vessel\.(?:pours|wall|base))/u.test(path),
          ) && (
            <p className="said" role="alert">
              {problems.map(({ message }) => message).join(" ")}
            </p>
          )}
          <button type="submit" form={FORM_ID} className="press press-main mt-5" disabled={making}>
            {making ? "Making it" : "Make it"}
          </button>
        </aside>
      </main>
    </>
  );
}

const sameJson = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** A design with one that lives in it. */
const living = (made: Designed, occupant: Occupant | undefined): Designed =>
  occupant ? { ...made, setup: withOccupants(made.setup, [{ id: "for", occupantId: occupant.id, count: 1 }]) } : made;

const FORM_ID = "new-setup";
const PREVIEW_PX = 300;

/** The design as it would stand, and why it is so. */
function Preview({ made, medium }: { made: Designed; medium: MediumLookup }) {
  const { setup, reasons } = made;
  const settled = whenSound(setup, medium, (sound) => settle(sound, medium));
  const widest = Math.max(
    setup.vessel.insideDepthCm,
    ...VESSEL_DIMENSIONS[setup.vessel.shape].map(([one]) => dimensionCm(setup.vessel, one)),
  );
  return (
    <>
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          <GrainPatterns prefix={SHELF_PREFIX} scale={0.12} />
        </defs>
      </svg>
      <div
        className="mt-3 max-w-full overflow-hidden"
        style={{ "--px-per-cm": `${PREVIEW_PX / widest}px` } as React.CSSProperties}
      >
        <ShelfDrawing id="new" setup={setup} settled={settled.ok ? settled.value : undefined} medium={medium} />
      </div>
      <dl className="mt-3 space-y-2 text-[0.95rem] leading-snug" aria-live="polite">
        {reasons.map(({ about, text }) => (
          <div key={about} className="border-t border-rule pt-1.5">
            <dt className="small-caps">{about}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

/** What is wrong with the name alone, while the vessel cannot be checked yet. */
const nameProblems = (name: string): readonly Problem[] =>
  name.trim() === "" ? [{ path: "name", code: "empty", message: "Give it a name." }] : [];

const NOT_MADE = "Marlstone does not answer, so nothing was made yet. What you wrote stays here; try again.";

/** The vessel as it is typed; each size that cannot be read or meant is told at its place. */
function readVessel({ shape, material, sizes }: Texts, basis: Vessel, system: UnitSystem): Result<Vessel> {
  const problems: Problem[] = [];
  const read = Object.fromEntries(
    VESSEL_DIMENSIONS[shape].map(([dimension]) => {
      const cm = parseLengthCm(sizes[dimension] ?? "", system);
      if (!cm.ok) problems.push(...cm.problems.map((one) => ({ ...one, path: `vessel.${dimension}` })));
      return [dimension, cm.ok ? cm.value : Number.NaN];
    }),
  );
  if (problems.length > 0) return failed(...problems);
  const like = basis.shape === shape ? basis : reshaped(basis, shape);
  const vessel = {
    ...like,
    ...(like.material === material ? {} : { material, ...USUAL_WALLS[material] }),
    ...read,
  } as Vessel;
  const found = checkVessel(vessel, system);
  return found.length > 0 ? failed(...found) : ok(vessel);
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
  mark: string | undefined;
}) {
  return (
    <label
      className={`block cursor-pointer border px-3 py-2 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink ${checked ? "border-ink bg-sheet shadow-[inset_0_-3px_0_var(--ink)]" : "border-rule hover:border-rule-strong"}`}
    >
      <input type="radio" className="sr-only" {...input} />
      <span className="flex items-baseline justify-between gap-2">
        <span className="font-semibold">{title}</span>
        {mark && <span className="text-sm text-life">{mark}</span>}
      </span>
      <span className="block text-sm leading-snug text-soft">{about}</span>
    </label>
  );
}
