"use client";
import { useEffect, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { useRouter } from "next/navigation";
import { checkSetup } from "@/core/stack/check";
import { newSetup } from "@/core/stack/new-setup";
import type { WaterHolding } from "@/core/stack/setup";
import { failed, ok, problem, type Problem, type Result } from "@/core/units/problem";
import { formatVolume, lengthFieldText, lengthUnitName, parseLengthCm, type UnitSystem } from "@/core/units/units";
import {
  VESSEL_DIMENSIONS,
  VESSEL_MATERIALS,
  vesselVolumeCm3,
  type Vessel,
  type VesselDimension,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { setupDocument } from "@/formats/setup/document";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { Choice, Entry, Said, saidOf } from "../fields/typed-form";
import { MATERIAL_WORDS, WATER_WORDS } from "./vessel-and-water";

const START_CM: Record<VesselDimension, number> = {
  insideDiameterCm: 24,
  insideDepthCm: 24,
  insideLengthCm: 60,
  insideWidthCm: 20,
};

type Texts = {
  name: string;
  shape: Vessel["shape"];
  material: VesselMaterial;
  water: WaterHolding["kind"];
  sizes: Record<VesselDimension, string>;
};

const startSizes = (system: UnitSystem): Record<VesselDimension, string> => ({
  insideDiameterCm: lengthFieldText(START_CM.insideDiameterCm, system),
  insideDepthCm: lengthFieldText(START_CM.insideDepthCm, system),
  insideLengthCm: lengthFieldText(START_CM.insideLengthCm, system),
  insideWidthCm: lengthFieldText(START_CM.insideWidthCm, system),
});

/** The first two decisions: the vessel, and how it holds water. The stack comes on the setup's own page. */
export function NewSetup({ onCreate }: { onCreate: (document: unknown) => Promise<Result<string>> }) {
  const system = useUnits();
  const router = useRouter();
  const form = useForm<Texts>({
    defaultValues: { name: "", shape: "round", material: "unsaid", water: "free-water", sizes: startSizes(system) },
  });
  const texts = useWatch({ control: form.control }) as Texts;
  // sizes nobody has touched are told in the grower's units
  useEffect(() => {
    const sizes = startSizes(system);
    for (const key of Object.keys(sizes) as VesselDimension[])
      if (!form.getFieldState(`sizes.${key}`).isDirty) form.resetField(`sizes.${key}`, { defaultValue: sizes[key] });
  }, [form, system]);
  // what was said of it holds until something is changed
  const now = JSON.stringify(texts);
  const [said, setSaid] = useState<{ readonly of: string; readonly problems: readonly Problem[] }>();
  const problems = said?.of === now ? said.problems : [];
  const say = (found: readonly Problem[]): void => setSaid({ of: now, problems: found });
  const [making, setMaking] = useState(false);
  const vessel = readVessel(texts, system);

  const make = async (event: React.FormEvent): Promise<void> => {
    event.preventDefault();
    if (!vessel.ok) return say([...vessel.problems, ...nameProblems(texts.name)]);
    const setup = newSetup(texts.name, vessel.value, texts.water);
    const found = checkSetup(setup, () => true, system);
    if (found.length > 0) return say(found);
    setMaking(true);
    const made = await onCreate(setupDocument(setup)).catch((): Result<string> =>
      failed(problem("", "unreachable", NOT_MADE)),
    );
    if (made.ok) return router.push(`/setups/${made.value}`);
    setMaking(false);
    say(made.problems);
  };

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-3xl px-4 py-6">
        <h1 className="text-2xl">New setup</h1>
        <form onSubmit={(event) => void make(event)} noValidate className="mt-4 space-y-6">
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
          <fieldset>
            <legend className="font-serif text-lg font-semibold">Vessel</legend>
            <p className="text-soft">Straight-sided, by its inside measures.</p>
            <div className="mt-2 flex flex-wrap gap-4">
              {(["round", "rectangular"] as const).map((shape) => (
                <Pick
                  key={shape}
                  input={{ ...form.register("shape"), value: shape }}
                  checked={texts.shape === shape}
                  title={shape === "round" ? "Round" : "Rectangular"}
                >
                  <svg width={70} height={44} aria-hidden fill="none" stroke="var(--ink)" strokeWidth={1.6}>
                    {shape === "round" ? (
                      <>
                        <ellipse cx={35} cy={9} rx={22} ry={6} />
                        <path d="M13 9V36q22 10 44 0V9" />
                      </>
                    ) : (
                      <>
                        <path d="M6 14L22 5H64L50 14Z" />
                        <path d="M6 14V40H50V14M50 40L64 30V5" />
                      </>
                    )}
                  </svg>
                </Pick>
              ))}
            </div>
            <div className="mt-3 flex flex-wrap items-start gap-x-5 gap-y-2">
              {VESSEL_DIMENSIONS[texts.shape].map(([dimension, words]) => (
                <Entry
                  key={dimension}
                  form={form}
                  name={`sizes.${dimension}`}
                  label={words.charAt(0).toUpperCase() + words.slice(1)}
                  unit={lengthUnitName(system)}
                  said={saidOf(problems, `vessel.${dimension}`)}
                  className="w-24 text-right"
                />
              ))}
              <Choice
                form={form}
                name="material"
                label="Made of"
                className=""
                options={VESSEL_MATERIALS.map((material) => [material, MATERIAL_WORDS[material]] as const)}
              />
            </div>
            <p className="mt-2 text-soft" aria-live="polite">
              {vessel.ok && vesselVolumeCm3(vessel.value) > 0
                ? `${formatVolume(vesselVolumeCm3(vessel.value), system)} to the rim.`
                : " "}
            </p>
          </fieldset>
          <fieldset>
            <legend className="font-serif text-lg font-semibold">How it holds water</legend>
            <div className="mt-2 grid gap-3 sm:grid-cols-3">
              {(Object.keys(WATER_WORDS) as WaterHolding["kind"][]).map((kind) => (
                <Pick
                  key={kind}
                  input={{ ...form.register("water"), value: kind }}
                  checked={texts.water === kind}
                  title={WATER_WORDS[kind].name}
                  about={WATER_WORDS[kind].about}
                >
                  <WaterSketch kind={kind} />
                </Pick>
              ))}
            </div>
          </fieldset>
          <Said>{saidOf(problems, "")}</Said>
          {problems.some(({ path }) => path.startsWith("water") || path === "layers") && (
            <p className="said" role="alert">
              {problems.map(({ message }) => message).join(" ")}
            </p>
          )}
          <button type="submit" className="press press-main" disabled={making}>
            {making ? "Making it" : "Make it, then stack the layers"}
          </button>
        </form>
      </main>
    </>
  );
}

/** What is wrong with the name alone, while the vessel cannot be checked yet. */
const nameProblems = (name: string): readonly Problem[] =>
  name.trim() === "" ? [{ path: "name", code: "empty", message: "Give it a name." }] : [];

const NOT_MADE = "Marlstone does not answer, so nothing was made yet. What you wrote stays here; try again.";

/** The vessel as it is typed; each size that cannot be read is told at its place. */
function readVessel({ shape, material, sizes }: Texts, system: UnitSystem): Result<Vessel> {
  const problems: Problem[] = [];
  const read = (dimension: VesselDimension): number => {
    const cm = parseLengthCm(sizes[dimension], system);
    if (cm.ok) return cm.value;
    problems.push(...cm.problems.map((one) => ({ ...one, path: `vessel.${dimension}` })));
    return Number.NaN;
  };
  const vessel = vesselOf(shape, read, material);
  return problems.length > 0 ? failed(...problems) : ok(vessel);
}

function vesselOf(
  shape: Vessel["shape"],
  cm: (dimension: VesselDimension) => number,
  material: VesselMaterial,
): Vessel {
  switch (shape) {
    case "round":
      return { shape, insideDiameterCm: cm("insideDiameterCm"), insideDepthCm: cm("insideDepthCm"), material };
    case "rectangular":
      return {
        shape,
        insideLengthCm: cm("insideLengthCm"),
        insideWidthCm: cm("insideWidthCm"),
        insideDepthCm: cm("insideDepthCm"),
        material,
      };
    default:
      return shape satisfies never;
  }
}

function Pick({
  input,
  checked,
  title,
  about,
  children,
}: {
  input: React.ComponentProps<"input">;
  checked: boolean;
  title: string;
  about?: string;
  children: React.ReactNode;
}) {
  return (
    <label
      className={`flex cursor-pointer gap-3 border p-3 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink ${checked ? "border-ink bg-sheet shadow-[inset_0_-3px_0_var(--ink)]" : "border-rule hover:border-rule-strong"}`}
    >
      <input type="radio" className="sr-only" {...input} />
      {children}
      <span>
        <span className="font-semibold">{title}</span>
        {about && <span className="block text-sm leading-snug text-soft">{about}</span>}
      </span>
    </label>
  );
}

function WaterSketch({ kind }: { kind: WaterHolding["kind"] }) {
  return (
    <svg width={44} height={50} className="shrink-0" aria-hidden fill="none">
      <rect x={5} y={16} width={34} height={29} fill="var(--soil-mix)" />
      {kind === "free-water" && <rect x={5} y={32} width={34} height={13} fill="var(--water)" fillOpacity={0.7} />}
      {kind === "drained" && <path d="M36 40h6v7" stroke="var(--water)" strokeWidth={2} />}
      {kind === "dosed" && <path d="M22 2q-5 7 -5 10a5 5 0 0 0 10 0q0 -3 -5 -10Z" fill="var(--water)" />}
      <path d={kind === "drained" ? "M4 10V46H40V44M40 36V10" : "M4 10V46H40V10"} stroke="var(--ink)" strokeWidth={2} />
      {kind === "free-water" && (
        <path d="M16 24h10l-5 7Z" stroke="var(--water)" strokeWidth={1.6} fill="var(--sheet)" />
      )}
    </svg>
  );
}
