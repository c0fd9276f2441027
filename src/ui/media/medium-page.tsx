"use client";
import Link from "next/link";
import type { Medium } from "@/core/media/medium";
import type { Range } from "@/core/units/range";
import { isOwn, OWN_PREFIX } from "@/core/media/own-id";
import type { KeptPack } from "@/formats/pack/schema";
import { formatDepthPerDay, formatLength, formatPercent, formatRange, threeFigures } from "@/core/units/units";
import { formatDensity, formatSpeed } from "@/core/units/media-units";
import { containerState } from "@/core/water/container";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { PackEditor } from "../packs/pack-editor";
import { usePacks, type PutPack } from "../packs/packs";
import { GrainPatterns, grainFill, soilFill } from "../drawing/patterns";
import { ConductivityChart, HeightChart, RetentionChart, toldHeightsCm } from "./curves";
import { cautionLines, COST_WORDS, EVIDENCE_WORDS, percentRange, rangeText, rewettingWords } from "./medium-words";

/** All that is known of a medium, and how well. */
export function MediumPage({
  medium,
  references,
  packs,
  putPack,
}: {
  medium: Medium;
  references: readonly string[];
  packs: readonly KeptPack[];
  putPack: PutPack;
}) {
  const system = useUnits();
  const list = usePacks(packs, putPack);
  const { hydraulics, particleSizeMm, decompositionHalfLifeYears: halfLife, safety } = medium;
  const [low, middle, tall] = toldHeightsCm(system);
  const lengths = ({ low, high }: Range): string => formatRange(low, high, (cm) => formatLength(cm, system));
  const at = (cm: number) => containerState(hydraulics, cm);
  const rows: readonly (readonly [string, string])[] = [
    ["Pores water reaches", percentRange(medium.totalPorosity)],
    [`Water held, vessel of ${formatLength(15, system)}`, percentRange(medium.containerCapacity15cm)],
    [`Air left, vessel of ${formatLength(15, system)}`, percentRange(medium.airSpace15cm)],
    ["Water roots cannot have", percentRange(medium.unavailableWater)],
    ["Wicks up in a day, from dry", lengths(medium.capillaryRiseCm.dryStart)],
    [`Carries ${formatDepthPerDay(2, system)} up, once moist`, lengths(medium.capillaryRiseCm.moistStart)],
    [
      "Conducts, full of water",
      formatRange(medium.ksCmPerHour.low, medium.ksCmPerHour.high, (speed) => formatSpeed(speed, system)),
    ],
    ["Rewetting", rewettingWords(medium)],
    [
      "Dry weight",
      formatRange(medium.dryBulkDensityGPerCm3.low, medium.dryBulkDensityGPerCm3.high, (density) =>
        formatDensity(density, system),
      ),
    ],
    [
      "Grains",
      `${threeFigures(particleSizeMm.d10, 2)}–${threeFigures(particleSizeMm.d90, 2)} mm, half under ${threeFigures(particleSizeMm.d50, 2)} mm`,
    ],
    ["pH", rangeText(medium.pH, 1)],
    ["Salts, saturated extract", `${rangeText(medium.ecDsPerM)} dS/m`],
    ["Holds nutrients", medium.cecMeqPer100g ? `${rangeText(medium.cecMeqPer100g, 0)} meq per 100 g` : "not known"],
    ["Settles after the first watering", percentRange(medium.settlingFraction)],
    ["Rots", halfLife ? `half of it in ${rangeText(halfLife, 1)} years, warm, moist and aired` : "no"],
    ["Floats", medium.floats ? medium.floatsNote || "yes" : "no"],
    ["Price", COST_WORDS[medium.costClass]],
    ["Where it comes from", medium.renewability],
  ];
  return (
    <>
      <SiteHeader>
        <Link href="/media" className="press no-underline">
          All media
        </Link>
        {isOwn(medium.id) && (
          <Link href={`/media/own/${medium.id.slice(OWN_PREFIX.length)}`} className="press no-underline">
            Change its figures
          </Link>
        )}
        {!isOwn(medium.id) && (
          <Link href={`/media/own?from=${medium.id}`} className="press no-underline">
            Copy it and change the copy
          </Link>
        )}
      </SiteHeader>
      <main className="mx-auto max-w-[76rem] px-4 pb-16 pt-6">
        <svg width={0} height={0} className="absolute" aria-hidden>
          <defs>
            <GrainPatterns prefix="one" scale={0.9} only={[medium.pattern]} />
          </defs>
        </svg>
        <div className="flex items-center gap-4">
          <svg width={72} height={72} aria-hidden>
            <rect width={72} height={72} fill={soilFill(medium.pattern)} />
            <rect
              width={72}
              height={72}
              fill={grainFill(medium.pattern, "one")}
              stroke="var(--rule-strong)"
              strokeWidth={2}
            />
          </svg>
          <div>
            <h1 className="text-2xl">{medium.name}</h1>
            <p className="text-soft">{medium.grade}</p>
          </div>
        </div>
        <div className="mt-5 grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
          <div className="space-y-6">
            <section aria-label="Water and air by height">
              <h2 className="text-base">What it holds, and what air it leaves</h2>
              <p className="max-w-[62ch] leading-snug">
                A vessel {formatLength(low, system)} tall keeps {formatPercent(at(low).air)} air once it has drained,
                one of {formatLength(middle, system)} keeps {formatPercent(at(middle).air)}, one of{" "}
                {formatLength(tall, system)} {formatPercent(at(tall).air)}: height, not only the medium, sets the air at
                the roots.
              </p>
              <HeightChart curved={medium} system={system} />
            </section>
            <div className="grid gap-6 sm:grid-cols-2">
              <section aria-label="Retention">
                <h2 className="text-base">Water at a suction</h2>
                <RetentionChart curved={medium} medium={medium} system={system} />
              </section>
              <section aria-label="Conductivity">
                <h2 className="text-base">How fast water moves, {system === "metric" ? "cm" : "in"} an hour</h2>
                <ConductivityChart curved={medium} medium={medium} system={system} />
              </section>
            </div>
            <p className="text-sm text-soft">
              The line is computed with; the pale band is where the named grade may lie.
            </p>
          </div>
          <div className="space-y-5">
            <section aria-label="Cautions">
              <h2 className="text-base">Take care</h2>
              <ul className="mt-1 space-y-1 text-[0.95rem] leading-snug">
                {cautionLines([medium]).map(({ text, trouble }) => (
                  <li
                    key={text}
                    className={`border-l-2 pl-2 ${trouble ? "border-trouble text-trouble" : "border-rule-strong"}`}
                  >
                    {text}
                  </li>
                ))}
                {[...medium.cautions, safety.note]
                  .filter((text) => text !== "")
                  .map((text) => (
                    <li key={text} className="border-l-2 border-rule-strong pl-2">
                      {text}
                    </li>
                  ))}
              </ul>
              <p className="mt-1 text-sm text-soft">
                For a sick animal, a vet; for what is allowed where you live, your own rules.
              </p>
            </section>
            <section aria-label="Properties">
              <h2 className="text-base">What is known</h2>
              <dl className="mt-1 text-[0.95rem]">
                {rows.map(([name, value]) => (
                  <div key={name} className="grid grid-cols-[1fr_1.1fr] gap-3 border-t border-rule py-1 leading-snug">
                    <dt className="text-soft">{name}</dt>
                    <dd>{value}</dd>
                  </div>
                ))}
              </dl>
            </section>
            <section aria-label="How you buy it" className="no-print">
              <h2 className="mb-1 text-base">How you buy it</h2>
              <PackEditor
                key={list.overtaken}
                medium={medium}
                pack={list.packs.find(({ mediumId }) => mediumId === medium.id)}
                onPut={(pack) => list.put(medium.id, pack)}
              />
              {list.said !== "" && (
                <p className="said" role="alert">
                  {list.said}
                </p>
              )}
            </section>
            <section aria-label="Sources" className="text-sm leading-snug">
              <h2 className="text-base">How well, and from where</h2>
              <p>
                Confidence {medium.confidence}; {EVIDENCE_WORDS[medium.evidence]}. {medium.confidenceNote}{" "}
                {isOwn(medium.id) ? "What is not yours was" : "Values were"} recalled or judged from the literature
                named, as ranges; none was copied from a table.
              </p>
              {references.length === 0 ? (
                <p className="mt-1">No measurements of it are named.</p>
              ) : (
                <ul className="mt-1 space-y-1">
                  {references.map((reference) => (
                    <li key={reference}>{reference}</li>
                  ))}
                </ul>
              )}
            </section>
          </div>
        </div>
      </main>
    </>
  );
}
