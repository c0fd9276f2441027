"use client";
import { setupDocument } from "@/formats/setup/document";
import { useId, useState } from "react";
import { useRouter } from "next/navigation";
import { checkSetup } from "@/core/stack/check";
import { USUAL_DEMAND_MM_PER_DAY, USUAL_HISTORY, type Setup, type WaterHolding } from "@/core/stack/setup";
import type { Problem, Result } from "@/core/units/problem";
import { formatVolume, lengthFieldText, lengthUnitName, parseLengthCm } from "@/core/units/units";
import {
  VESSEL_DIMENSIONS,
  VESSEL_MATERIALS,
  vesselVolumeCm3,
  type Vessel,
  type VesselDimension,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { Choice, MATERIAL_WORDS, WATER_WORDS } from "./vessel-and-water";

const START_CM: Record<VesselDimension, number> = {
  insideDiameterCm: 24,
  insideDepthCm: 24,
  insideLengthCm: 60,
  insideWidthCm: 20,
};

type Draft = {
  readonly name: string;
  readonly shape: Vessel["shape"];
  readonly material: VesselMaterial;
  /** As typed; untouched dimensions are shown from START_CM in the grower's units. */
  readonly typed: Partial<Record<VesselDimension, string>>;
  readonly water: WaterHolding["kind"];
};

/** The first two decisions: the vessel, and how it holds water. The stack comes on the setup's own page. */
export function NewSetup({ onCreate }: { onCreate: (document: unknown) => Promise<Result<string>> }) {
  const system = useUnits();
  const router = useRouter();
  const [draft, setDraft] = useState<Draft>({
    name: "",
    shape: "round",
    material: "unsaid",
    typed: {},
    water: "free-water",
  });
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [making, setMaking] = useState(false);
  const change = (part: Partial<Draft>): void => {
    setDraft((now) => ({ ...now, ...part }));
    setProblems([]);
  };

  const text = (dimension: VesselDimension): string =>
    draft.typed[dimension] ?? lengthFieldText(START_CM[dimension], system);
  const vessel = readVessel(draft, (dimension) =>
    draft.typed[dimension] === undefined
      ? { ok: true, value: START_CM[dimension] }
      : parseLengthCm(text(dimension), system),
  );
  const of = (path: string): readonly Problem[] => problems.filter((one) => one.path === path);

  const make = async (event: React.FormEvent): Promise<void> => {
    event.preventDefault();
    if (!vessel.ok) return setProblems([...vessel.problems, ...nameProblems(draft.name)]);
    const setup: Setup = {
      name: draft.name.trim(),
      vessel: vessel.value,
      water: startingWater(draft.water, vessel.value),
      history: USUAL_HISTORY,
      demandMmPerDay: USUAL_DEMAND_MM_PER_DAY,
      layers: [],
    };
    const found = checkSetup(setup, () => true, system);
    if (found.length > 0) return setProblems(found);
    setMaking(true);
    const made = await onCreate(setupDocument(setup)).catch((): Result<string> => ({
      ok: false,
      problems: [
        {
          path: "",
          code: "unreachable",
          message: "Marlstone does not answer, so nothing was made yet. What you wrote stays here; try again.",
        },
      ],
    }));
    if (made.ok) return router.push(`/setups/${made.value}`);
    setMaking(false);
    setProblems(made.problems);
  };

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-3xl px-4 py-6">
        <h1 className="text-2xl">New setup</h1>
        <form onSubmit={(event) => void make(event)} noValidate className="mt-4 space-y-6">
          <TextRow
            label="Name"
            value={draft.name}
            problems={of("name")}
            onChange={(name) => change({ name })}
            wide
            autoFocus
          />
          <fieldset>
            <legend className="font-serif text-lg font-semibold">Vessel</legend>
            <p className="text-soft">Straight-sided, by its inside measures.</p>
            <div className="mt-2 flex flex-wrap gap-4">
              {(["round", "rectangular"] as const).map((shape) => (
                <Pick
                  key={shape}
                  name="shape"
                  checked={draft.shape === shape}
                  onPick={() => change({ shape })}
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
              {VESSEL_DIMENSIONS[draft.shape].map(([dimension, words]) => (
                <TextRow
                  key={dimension}
                  label={words.charAt(0).toUpperCase() + words.slice(1)}
                  value={text(dimension)}
                  unit={lengthUnitName(system)}
                  problems={of(`vessel.${dimension}`)}
                  onChange={(typed) => change({ typed: { ...draft.typed, [dimension]: typed } })}
                />
              ))}
              <Choice
                label="Made of"
                value={draft.material}
                options={VESSEL_MATERIALS.map((material) => [material, MATERIAL_WORDS[material]])}
                onChoose={(material) => change({ material: material as VesselMaterial })}
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
                  name="water"
                  checked={draft.water === kind}
                  onPick={() => change({ water: kind })}
                  title={WATER_WORDS[kind].name}
                  about={WATER_WORDS[kind].about}
                >
                  <WaterSketch kind={kind} />
                </Pick>
              ))}
            </div>
          </fieldset>
          {of("").map(({ message }) => (
            <p key={message} className="said" role="alert">
              {message}
            </p>
          ))}
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

function readVessel({ shape, material }: Draft, read: (dimension: VesselDimension) => Result<number>): Result<Vessel> {
  const problems: Problem[] = [];
  const sizes: Partial<Record<VesselDimension, number>> = {};
  for (const [dimension] of VESSEL_DIMENSIONS[shape]) {
    const cm = read(dimension);
    if (cm.ok) sizes[dimension] = cm.value;
    else problems.push(...cm.problems.map((one) => ({ ...one, path: `vessel.${dimension}` })));
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { shape, ...sizes, material } as Vessel };
}

/** Where the water starts in a vessel that has no stack yet. */
function startingWater(kind: WaterHolding["kind"], vessel: Vessel): WaterHolding {
  const quarter = Math.round(vessel.insideDepthCm * 2.5) / 10;
  switch (kind) {
    case "free-water":
      return { kind, levelCm: quarter, overflowCm: null };
    case "drained":
      return { kind, outletCm: 0 };
    case "dosed":
      return { kind, storedCm3: Math.max(50, Math.round(vesselVolumeCm3(vessel) * 0.15)) };
    default:
      return kind satisfies never;
  }
}

function TextRow({
  label,
  value,
  unit,
  problems,
  wide = false,
  autoFocus = false,
  onChange,
}: {
  label: string;
  value: string;
  unit?: string;
  problems: readonly Problem[];
  wide?: boolean;
  autoFocus?: boolean;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div className={wide ? "max-w-md" : "max-w-48"}>
      <label htmlFor={id} className="block text-sm text-soft">
        {label}
      </label>
      <span className="flex items-baseline gap-1">
        <input
          id={id}
          className={`field ${wide ? "w-full" : "w-24 text-right"}`}
          value={value}
          autoFocus={autoFocus}
          autoComplete="off"
          maxLength={200}
          inputMode={unit ? "decimal" : undefined}
          aria-invalid={problems.length > 0}
          aria-describedby={problems.length > 0 ? `${id}-said` : undefined}
          onChange={(event) => onChange(event.target.value)}
        />
        {unit && <span className="text-sm text-soft">{unit}</span>}
      </span>
      {problems.length > 0 && (
        <p id={`${id}-said`} className="said" role="alert">
          {problems.map(({ message }) => message).join(" ")}
        </p>
      )}
    </div>
  );
}

function Pick({
  name,
  checked,
  onPick,
  title,
  about,
  children,
}: {
  name: string;
  checked: boolean;
  onPick: () => void;
  title: string;
  about?: string;
  children: React.ReactNode;
}) {
  return (
    <label
      className={`flex cursor-pointer gap-3 border p-3 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink ${checked ? "border-ink bg-sheet shadow-[inset_0_-3px_0_var(--ink)]" : "border-rule hover:border-rule-strong"}`}
    >
      <input type="radio" name={name} className="sr-only" checked={checked} onChange={onPick} />
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
