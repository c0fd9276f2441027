"use client";
import { useDeferredValue, useMemo, useState } from "react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { X } from "lucide-react";
import { POOR_FIT, type Fit } from "@/core/media/fit-curve";
import { ownMediumId } from "@/core/media/own-id";
import { makeOwnMedium, MOST_FIGURES, type MadeMedium, type OwnMedium } from "@/core/media/own-medium";
import type { Medium } from "@/core/media/medium";
import type { Problem, Result } from "@/core/units/problem";
import {
  densityFieldText,
  densityUnitName,
  formatLength,
  formatPercent,
  formatSpeed,
  lengthInUnits,
  lengthUnitName,
  threeFigures,
} from "@/core/units/units";
import { containerState } from "@/core/water/container";
import type { KeepOutcome, Kept, KeptVersion } from "@/formats/kept";
import { ownMediumDocument } from "@/formats/own-medium/document";
import { EarlierVersions, NO_ANSWER, notMade, notSaved, whyNotSaved } from "../common/keep";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { COST_WORDS, percentRange, rangeText } from "./medium-words";
import { EMPTY_DRAINED, EMPTY_HELD, figuresOf, NO_TEXTS, textsOf, withKept, type FigureTexts } from "./own-figures";

const RetentionChart = dynamic(() => import("./curves").then((curves) => curves.RetentionChart), {
  ssr: false,
  loading: () => <p className="py-6 text-soft">drawing …</p>,
});
const HeightChart = dynamic(() => import("./curves").then((curves) => curves.HeightChart), { ssr: false });

export type OwnMediumActions = {
  readonly create: (document: unknown) => Promise<Result<string>>;
  readonly save: (input: { id: string; baseVersion: number; document: unknown }) => Promise<KeepOutcome<OwnMedium>>;
  readonly putAway: (input: { id: string }) => Promise<boolean>;
};

const NEAREST_AT_FIRST = "potting-mix-peat-based";

/** A medium of the grower's own: what is known of it, what it is nearest to, and at once the curve that comes of both. */
export function OwnMediumForm({
  media,
  basedOn: asked,
  stored,
  usedBy = [],
  versions = [],
  actions,
}: {
  media: readonly Medium[];
  basedOn?: string | undefined;
  stored?: Kept<OwnMedium>;
  usedBy?: readonly { readonly kind: "setup" | "mix"; readonly id: string; readonly name: string }[];
  versions?: readonly KeptVersion<OwnMedium>[];
  actions: OwnMediumActions;
}) {
  const shownSystem = useUnits();
  const router = useRouter();
  // the units the fields are written in: they follow the page's once all of them can be read
  const [system, setSystem] = useState(shownSystem);
  const copied = media.find(({ id }) => id === asked);
  const [name, setName] = useState(stored?.value.name ?? (copied ? `${copied.name}, mine` : ""));
  const [grade, setGrade] = useState(stored?.value.grade ?? "");
  const [basedOn, setBasedOn] = useState(stored?.value.basedOn ?? copied?.id ?? NEAREST_AT_FIRST);
  const [texts, setTexts] = useState<FigureTexts>(() => (stored ? textsOf(stored.value.figures, system) : NO_TEXTS));
  const [version, setVersion] = useState(stored?.version ?? 1);
  const [said, setSaid] = useState<{ text: string; trouble: boolean }>();
  const [busy, setBusy] = useState(false);
  const put = (part: Partial<FigureTexts>): void => {
    setTexts((now) => ({ ...now, ...part }));
    setSaid(undefined);
  };

  const base = media.find(({ id }) => id === basedOn) ?? media[0]!;
  const kept = stored?.value.figures;
  const read = useMemo(() => {
    const { figures, ...rest } = figuresOf(texts, system);
    return { ...rest, figures: kept ? withKept(figures, texts, kept, system) : figures };
  }, [texts, system, kept]);
  if (system !== shownSystem && read.problems.length === 0) {
    setTexts(textsOf(read.figures, shownSystem));
    setSystem(shownSystem);
  }
  const own: OwnMedium = { name: name.trim(), grade: grade.trim(), basedOn: base.id, figures: read.figures };
  // the fit takes some tens of ms; typing goes first
  const later = useDeferredValue(read.figures);
  const made = useMemo(
    (): Result<MadeMedium> =>
      makeOwnMedium(
        ownMediumId("new"),
        { name: name.trim() || "yours", grade: "", basedOn: base.id, figures: later },
        base,
        (hydraulics, heightCm) => containerState(hydraulics, heightCm).water,
      ),
    [later, base, name],
  );
  // what could not be read is told once, as that
  const problems = [
    ...read.problems,
    ...(made.ok ? [] : made.problems.filter(({ path }) => !read.problems.some((one) => one.path === path))),
  ];
  const saidOf = (path: string): readonly Problem[] => problems.filter((one) => one.path === `figures.${path}`);

  const nameSaid = problems.find(({ path }) => path === "name");

  const ready = (): OwnMedium | undefined => {
    if (name.trim() === "") return void setSaid({ text: "Give it a name first.", trouble: true });
    if (problems.length > 0)
      return void setSaid({
        text: "Something above cannot be meant as it is written; nothing was stored.",
        trouble: true,
      });
    return own;
  };
  const create = async (medium: OwnMedium): Promise<void> => {
    setBusy(true);
    const result = await actions.create(ownMediumDocument(medium)).catch(notMade);
    setBusy(false);
    if (result.ok) router.push(`/media/${ownMediumId(result.value)}`);
    else setSaid({ text: result.problems.map(({ message }) => message).join(" "), trouble: true });
  };
  const save = async (medium: OwnMedium): Promise<void> => {
    setBusy(true);
    const outcome = await actions
      .save({ id: stored!.id, baseVersion: version, document: ownMediumDocument(medium) })
      .catch(notSaved<OwnMedium>);
    setBusy(false);
    if (outcome.status === "saved") return router.push(`/media/${ownMediumId(stored!.id)}`);
    if (outcome.status === "stale") setVersion(outcome.stored.version);
    setSaid({ text: whyNotSaved(outcome, "medium"), trouble: true });
  };
  const start = (action: (medium: OwnMedium) => Promise<void>) => (): void => {
    const medium = ready();
    if (medium) void action(medium);
  };
  const figure = (
    key: "density" | "pores" | "ks" | "pH" | "ec" | "settling" | "d50" | "halfLife",
    path: string,
    label: string,
    as: string,
  ) => (
    <Figure
      key={key}
      label={label}
      value={texts[key]}
      as={as}
      problems={saidOf(path)}
      onChange={(text) => put({ [key]: text })}
    />
  );
  const unit = lengthUnitName(system);

  return (
    <>
      <SiteHeader>
        <Link href={stored ? `/media/${ownMediumId(stored.id)}` : "/media"} className="press no-underline">
          {stored ? "Its page" : "All media"}
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : "A medium of your own"}</h1>
        <p className="max-w-[70ch] leading-snug text-soft">
          Write what you know of it, from the supplier&rsquo;s sheet, the bag, or a test of your own. What you leave
          empty stays as that of the medium it is nearest to, and its curve is bent no further than your figures ask.
        </p>
        <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_26rem]">
          <form className="space-y-4" onSubmit={(event) => event.preventDefault()}>
            <div className="flex flex-wrap gap-x-6 gap-y-2">
              <label className="block text-sm text-soft">
                Name
                <input
                  className="field block w-64 text-base text-ink"
                  value={name}
                  maxLength={120}
                  autoComplete="off"
                  aria-invalid={nameSaid !== undefined}
                  onChange={(event) => {
                    setName(event.target.value);
                    setSaid(undefined);
                  }}
                />
                {nameSaid && (
                  <span className="said block max-w-64" role="alert">
                    {nameSaid.message}
                  </span>
                )}
              </label>
              <label className="block text-sm text-soft">
                Grade, batch, supplier&rsquo;s words
                <input
                  className="field block w-64 text-base text-ink"
                  value={grade}
                  maxLength={200}
                  autoComplete="off"
                  onChange={(event) => setGrade(event.target.value)}
                />
              </label>
              <label className="block text-sm text-soft">
                Nearest to
                <select
                  className="field block max-w-72 text-base text-ink"
                  value={base.id}
                  onChange={(event) => setBasedOn(event.target.value)}
                >
                  {media.map(({ id, name: words }) => (
                    <option key={id} value={id}>
                      {words}
                    </option>
                  ))}
                </select>
              </label>
            </div>
            <fieldset className="border-t border-rule-strong pt-2">
              <legend className="float-left w-full font-serif font-semibold">
                Water and air in a vessel, soaked and drained
              </legend>
              <p className="clear-both text-sm leading-snug text-soft">
                As sheets give them: water capacity and air capacity at a height, in % of the volume. One line does; a
                second height says much more.
              </p>
              {texts.drained.map((row, i) => {
                const place = read.drainedRows.indexOf(i);
                const wrong = place < 0 ? [] : saidOf(`drained[${place}]`);
                const change = (part: Partial<typeof row>): void =>
                  put({ drained: texts.drained.map((one, k) => (k === i ? { ...one, ...part } : one)) });
                return (
                  <div key={i} className="mt-1 flex flex-wrap items-end gap-x-4">
                    <Cell
                      label={`Height ${i + 1}, ${unit}`}
                      value={row.height}
                      wrong={wrong.length > 0}
                      onChange={(height) => change({ height })}
                    />
                    <Cell
                      label={`water ${i + 1}, %`}
                      value={row.water}
                      wrong={wrong.length > 0}
                      onChange={(water) => change({ water })}
                    />
                    <Cell
                      label={`air ${i + 1}, %`}
                      value={row.air}
                      wrong={wrong.length > 0}
                      onChange={(air) => change({ air })}
                    />
                    <RowOut
                      label={`Take height ${i + 1} out`}
                      onPress={() => put({ drained: texts.drained.filter((_, k) => k !== i) })}
                    />
                    <Said problems={wrong} />
                  </div>
                );
              })}
              {texts.drained.length < MOST_FIGURES && (
                <button
                  type="button"
                  className="mt-1 text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11"
                  onClick={() => put({ drained: [...texts.drained, EMPTY_DRAINED] })}
                >
                  another height
                </button>
              )}
            </fieldset>
            <fieldset className="border-t border-rule pt-2">
              <legend className="float-left w-full font-serif font-semibold">Points of a retention curve</legend>
              <p className="clear-both text-sm leading-snug text-soft">
                Water left at a suction; 10 hPa is about {formatLength(10, system)}.
              </p>
              {texts.held.map((row, i) => {
                const place = read.heldRows.indexOf(i);
                const wrong = place < 0 ? [] : saidOf(`held[${place}]`);
                const change = (part: Partial<typeof row>): void =>
                  put({ held: texts.held.map((one, k) => (k === i ? { ...one, ...part } : one)) });
                return (
                  <div key={i} className="mt-1 flex flex-wrap items-end gap-x-4">
                    <Cell
                      label={`Suction ${i + 1}, ${unit}`}
                      value={row.suction}
                      wrong={wrong.length > 0}
                      onChange={(suction) => change({ suction })}
                    />
                    <Cell
                      label={`water left ${i + 1}, %`}
                      value={row.water}
                      wrong={wrong.length > 0}
                      onChange={(water) => change({ water })}
                    />
                    <RowOut
                      label={`Take suction ${i + 1} out`}
                      onPress={() => put({ held: texts.held.filter((_, k) => k !== i) })}
                    />
                    <Said problems={wrong} />
                  </div>
                );
              })}
              {texts.held.length < MOST_FIGURES && (
                <button
                  type="button"
                  className="mt-1 text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11"
                  onClick={() => put({ held: [...texts.held, EMPTY_HELD] })}
                >
                  {texts.held.length === 0 ? "add one" : "another point"}
                </button>
              )}
            </fieldset>
            <fieldset className="border-t border-rule pt-2">
              <legend className="float-left w-full font-serif font-semibold">What else is known</legend>
              <div className="clear-both grid gap-x-6 gap-y-2 sm:grid-cols-2 xl:grid-cols-3">
                {figure(
                  "density",
                  "dryBulkDensityGPerCm3",
                  `Dry weight, ${densityUnitName(system)}`,
                  densityFieldText(base.dryBulkDensityGPerCm3.typical, system),
                )}
                {figure("pores", "totalPorosity", "All pores, %", formatPercent(base.hydraulics.thetaS))}
                {figure("pH", "pH", "pH", rangeText(base.pH, 1))}
                {figure("ec", "ecDsPerM", "Salts, dS/m", rangeText(base.ecDsPerM))}
                {figure("d50", "d50Mm", "Half the grains under, mm", threeFigures(base.particleSizeMm.d50, 2))}
                {figure(
                  "ks",
                  "ksCmPerHour",
                  `Conducts when full, ${unit} an hour`,
                  threeFigures(lengthInUnits(base.hydraulics.ksCmPerHour, system)),
                )}
                {figure("settling", "settlingFraction", "Settles, %", percentRange(base.settlingFraction))}
                {figure(
                  "halfLife",
                  "halfLifeYears",
                  "Half rotted in, years, or never",
                  base.decompositionHalfLifeYears ? rangeText(base.decompositionHalfLifeYears, 1) : "never",
                )}
                <Choice
                  label="Has feed in it"
                  value={texts.fed}
                  as={base.safety.flags.includes("contains-fertiliser") ? "yes" : "no"}
                  options={[
                    ["yes", "yes"],
                    ["no", "no"],
                  ]}
                  onChoose={(fed) => put({ fed: fed as FigureTexts["fed"] })}
                />
                <Choice
                  label="Has lime in it"
                  value={texts.limed}
                  as={base.safety.flags.includes("contains-lime") ? "yes" : "no"}
                  options={[
                    ["yes", "yes"],
                    ["no", "no"],
                  ]}
                  onChoose={(limed) => put({ limed: limed as FigureTexts["limed"] })}
                />
                <Choice
                  label="Price"
                  value={texts.cost}
                  as={COST_WORDS[base.costClass]}
                  options={Object.entries(COST_WORDS)}
                  onChoose={(cost) => put({ cost: cost as FigureTexts["cost"] })}
                />
              </div>
            </fieldset>
            <div className="border-t border-rule-strong pt-3">
              {stored && usedBy.length > 0 && (
                <p className="mb-2 border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
                  Saving changes what is made of it:{" "}
                  {usedBy.map(({ kind, id, name: user }, i) => (
                    <span key={kind + id}>
                      {i > 0 && ", "}
                      <Link href={kind === "setup" ? `/setups/${id}` : `/mixes/${id}`}>{user}</Link>
                    </span>
                  ))}
                  . Save as a copy to leave them as they are.
                </p>
              )}
              <div className="flex flex-wrap gap-2">
                {stored ? (
                  <button type="button" className="press press-main" disabled={busy} onClick={start(save)}>
                    Save
                  </button>
                ) : (
                  <button type="button" className="press press-main" disabled={busy} onClick={start(create)}>
                    Save this medium
                  </button>
                )}
                {stored && (
                  <button
                    type="button"
                    className="press"
                    disabled={busy}
                    onClick={start((medium) =>
                      create({
                        ...medium,
                        name: medium.name === stored.value.name ? `${medium.name}, copy` : medium.name,
                      }),
                    )}
                  >
                    Save as a copy
                  </button>
                )}
                {stored && (
                  <button
                    type="button"
                    className="press"
                    disabled={busy}
                    onClick={() =>
                      void actions.putAway({ id: stored.id }).then(
                        (done) =>
                          done ? router.push("/media") : setSaid({ text: "It could not be put away.", trouble: true }),
                        () => setSaid({ text: NO_ANSWER, trouble: true }),
                      )
                    }
                  >
                    Put away
                  </button>
                )}
              </div>
              <p
                role="status"
                className={`mt-1 min-h-5 text-[0.95rem] leading-snug ${said?.trouble ? "said" : "text-soft"}`}
              >
                {said?.text}
              </p>
              <EarlierVersions
                versions={versions}
                shownVersion={stored?.version ?? 0}
                textOf={(value) => value.name}
                onBring={(value) => {
                  setName(value.name);
                  setGrade(value.grade);
                  setBasedOn(value.basedOn);
                  setTexts(textsOf(value.figures, system));
                }}
              />
            </div>
          </form>
          <div className="space-y-4">
            {made.ok ? (
              <FitShown made={made.value} base={base} />
            ) : (
              <p className="text-soft">Its curve stands here once what is written can be meant.</p>
            )}
            <p className="border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
              Cautions, rewetting and what it must not be used for are those of {base.name}: if yours differs, such as
              by feed, lime, wetting agent or peat, say so above, and go by its label.
            </p>
          </div>
        </div>
      </main>
    </>
  );
}

/** How the figures are met, and what comes of them. */
function FitShown({ made: { medium, fit }, base }: { made: MadeMedium; base: Medium }) {
  const system = useUnits();
  const points = useMemo(
    () =>
      (fit?.points ?? []).flatMap(({ kind, atCm, water }) =>
        kind === "held" ? [{ suction: atCm, theta: water }] : [],
      ),
    [fit],
  );
  return (
    <section aria-label="The curve that comes of it" className="space-y-3">
      <h2 className="text-base">The curve that comes of it</h2>
      {fit ? (
        <FitText fit={fit} base={base} />
      ) : (
        <p className="leading-snug">Nothing is given that bends the curve: it is that of {base.name}.</p>
      )}
      {fit && fit.points.length > 0 && (
        <table className="w-full text-[0.95rem]">
          <thead>
            <tr className="border-b border-rule-strong text-left text-sm text-soft">
              {["at", "water given", "fitted", "off by"].map((words) => (
                <th key={words} scope="col" className="py-1 pr-3 font-normal">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {fit.points.map(({ path, kind, atCm, water, fitted }) => (
              <tr key={path} className="border-b border-rule">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {kind === "drained"
                    ? `${formatLength(atCm, system)} tall`
                    : `${formatLength(atCm, system)} of suction`}
                </th>
                <td className="pr-3">{formatPercent(water)}</td>
                <td className="pr-3 text-water">{formatPercent(fitted)}</td>
                <td className={Math.abs(fitted - water) > POOR_FIT ? "text-trouble" : ""}>
                  {threeFigures(100 * Math.abs(fitted - water), 1)} %
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <RetentionChart
        curved={{ id: medium.id, name: "yours", hydraulics: medium.hydraulics }}
        medium={medium}
        system={system}
        from={base}
        points={points}
      />
      <p className="text-sm text-soft">
        Blue is yours, in its band; dashed is {base.name}
        {points.length > 0 && "; crosses are points you gave"}.
      </p>
      <HeightChart curved={{ id: medium.id, name: "yours", hydraulics: medium.hydraulics }} system={system} />
    </section>
  );
}

function FitText({ fit: { worst, suctionFactor, points, hydraulics }, base }: { fit: Fit; base: Medium }) {
  const system = useUnits();
  const finer =
    suctionFactor > 1.03
      ? `finer pores than ${base.name}, by ${threeFigures(suctionFactor, 1)} times`
      : suctionFactor < 0.97
        ? `wider pores than ${base.name}, by ${threeFigures(1 / suctionFactor, 1)} times`
        : `pores as wide as ${base.name}’s`;
  return (
    <p role="status" className="leading-snug">
      It has {formatPercent(hydraulics.thetaS)} pores, {finer}; conductivity follows them,{" "}
      {formatSpeed(hydraulics.ksCmPerHour, system)} when full unless you give it.{" "}
      {points.length > 0 &&
        (worst > POOR_FIT ? (
          <span className="text-trouble">
            The figures are missed by up to {threeFigures(100 * worst, 1)} % of the volume: no curve of this kind has
            them all. Check the figures, or name a medium it is nearer to.
          </span>
        ) : (
          `The figures are met to within ${threeFigures(Math.max(0.1, 100 * worst), 1)} % of the volume.`
        ))}
    </p>
  );
}

const Said = ({ problems }: { problems: readonly Problem[] }) =>
  problems.length === 0 ? null : (
    <p className="said basis-full" role="alert">
      {problems.map(({ message }) => message).join(" ")}
    </p>
  );

function Figure({
  label,
  value,
  as,
  problems,
  onChange,
}: {
  label: string;
  value: string;
  as: string;
  problems: readonly Problem[];
  onChange: (text: string) => void;
}) {
  return (
    <div>
      <label className="block text-sm text-soft">
        {label}
        <input
          className="field block w-40 text-base text-ink"
          value={value}
          placeholder={`nearest: ${as}`}
          autoComplete="off"
          aria-invalid={problems.length > 0}
          onChange={(event) => onChange(event.target.value)}
        />
      </label>
      <Said problems={problems} />
    </div>
  );
}

function Choice({
  label,
  value,
  as,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  as: string;
  options: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <label className="block text-sm text-soft">
      {label}
      <select
        className="field block text-base text-ink"
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="">nearest: {as}</option>
        {options.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

const Cell = ({
  label,
  value,
  wrong,
  onChange,
}: {
  label: string;
  value: string;
  wrong: boolean;
  onChange: (text: string) => void;
}) => (
  <label className="block text-sm text-soft">
    {label}
    <input
      className="field block w-20 text-right text-base text-ink"
      inputMode="decimal"
      autoComplete="off"
      value={value}
      aria-invalid={wrong}
      onChange={(event) => onChange(event.target.value)}
    />
  </label>
);

const RowOut = ({ label, onPress }: { label: string; onPress: () => void }) => (
  <button
    type="button"
    aria-label={label}
    className="inline-flex size-8 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
    onClick={onPress}
  >
    <X size={15} aria-hidden />
  </button>
);
