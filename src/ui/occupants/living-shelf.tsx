"use client";
import { folded } from "@/core/units/text";
import { useMemo, useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { LIBRARY } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import type { UnitSystem } from "@/core/units/units";
import { AIR, Band, BandHead, LIGHT, SUCTION, WARMTH } from "./bands";
import { FIGURES, figureText } from "./figures";
import { GUILD_WORDS, KIND_WORDS } from "./occupant-words";

const groupOf = (one: Occupant): string => (one.life === "plant" ? GUILD_WORDS[one.guild] : KIND_WORDS[one.kind]);

/** Everything that can be named to live in a setup, found by name, botanical name or kind. */
export function LivingShelf({
  own,
  putAway,
  words: asked,
  onTakeBack,
}: {
  own: readonly Occupant[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  words: string;
  onTakeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const system = useUnits();
  const router = useRouter();
  const [words, setWords] = useState(asked);
  const [life, setLife] = useState<"all" | Occupant["life"]>("all");
  const shown = useMemo(() => {
    const sought = folded(words).split(/\s+/u).filter(Boolean);
    return [...own, ...LIBRARY].filter((one) => {
      const text = folded(`${one.name} ${one.alsoCalled.join(" ")} ${one.scientificName} ${groupOf(one)} ${one.note}`);
      return (life === "all" || one.life === life) && sought.every((word) => text.includes(word));
    });
  }, [own, words, life]);
  return (
    <>
      <SiteHeader>
        <Link href="/living/own" className="press press-main no-underline">
          A kind of your own
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">Living things</h1>
        <p className="max-w-[70ch] leading-snug text-soft">
          What each wants of water, air, soil and place, as far as a container decides it. Every number is a range with
          its source; most are general husbandry, and wide on purpose. What you know better, keep as a kind of your own.
        </p>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <label className="block text-sm text-soft">
            Find
            <input
              className="field block w-64 text-base text-ink"
              value={words}
              maxLength={100}
              autoComplete="off"
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          <span role="group" aria-label="What is shown" className="flex gap-1">
            {(["all", "plant", "animal"] as const).map((one) => (
              <button
                key={one}
                type="button"
                className={`press ${life === one ? "press-main" : ""}`}
                aria-pressed={life === one}
                onClick={() => setLife(one)}
              >
                {one === "all" ? "All" : one === "plant" ? "Plants" : "Animals"}
              </button>
            ))}
          </span>
          <p role="status" className="text-[0.95rem] text-soft">
            {shown.length === 0 ? "Nothing here is called that." : `${shown.length} of ${own.length + LIBRARY.length}`}
          </p>
        </div>
        <div className="mt-4 overflow-x-auto">
          <table className="w-full border-collapse text-[0.95rem] leading-snug max-md:block md:min-w-[58rem] md:table-fixed">
            <thead className="max-md:hidden">
              <tr className="border-b-2 border-ink text-left align-bottom text-sm">
                <th className="w-[30%] py-1 pr-3">Name</th>
                {[SUCTION, AIR, WARMTH, LIGHT].map((scale) => (
                  <th key={scale.name} scope="col" className="px-2 py-1">
                    <BandHead scale={scale} />
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="max-md:block">
              {shown.map((one) => (
                <tr key={one.id} className="border-b border-rule align-top max-md:grid max-md:grid-cols-2">
                  <td className="py-1 pr-3 max-md:col-span-2">
                    <Link
                      href={`/living/${encodeURIComponent(one.id)}`}
                      className="inline-flex items-center font-serif font-semibold no-underline hover:underline pointer-coarse:min-h-11"
                    >
                      {one.name}
                    </Link>{" "}
                    <i className="text-soft">{one.scientificName}</i>
                    <span className="block text-sm text-soft">
                      {groupOf(one)}
                      {words.trim() !== "" && one.alsoCalled.length > 0 && `; also ${one.alsoCalled.join("; ")}`}
                    </span>
                  </td>
                  <WantedBands one={one} system={system} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {putAway.length > 0 && (
          <details className="mt-6">
            <summary className="pointer-coarse:min-h-11">Put away ({putAway.length})</summary>
            <ul>
              {putAway.map(({ id, name }) => (
                <li key={id} className="flex items-center gap-3 py-0.5">
                  {name}
                  <button
                    type="button"
                    className="press"
                    onClick={() => void onTakeBack({ id }).then(() => router.refresh())}
                  >
                    Take back
                  </button>
                </li>
              ))}
            </ul>
          </details>
        )}
      </main>
    </>
  );
}

/** What one wants, on the scales of the columns; an animal's damp is that of its ground, and it is judged by no light. */
function WantedBands({ one, system }: { one: Occupant; system: UnitSystem }) {
  const cell = "px-2 py-1.5 max-md:px-1";
  const warmth = figureText("temperatureC", one.temperatureC, system);
  if (one.life === "animal") {
    const { deepSuctionCm: damp, temperatureC } = one;
    return (
      <>
        <td className={cell}>
          <Band
            scale={SUCTION}
            low={damp.low}
            high={damp.high}
            likely={damp.typical}
            words={figureText("deepSuctionCm", damp, system)}
          />
        </td>
        <td className={`${cell} text-sm text-soft max-md:text-xs`}>
          {figureText("depthCm", one.depthCm, system)} of ground
        </td>
        <td className={cell}>
          <Band
            scale={WARMTH}
            low={temperatureC.low}
            high={temperatureC.high}
            likely={temperatureC.typical}
            words={warmth}
          />
        </td>
        <td className={cell} />
      </>
    );
  }
  const { wettestSuctionCm, driestSuctionCm, leastAirSpace, goodAirSpace, temperatureC, lightMolPerDay, frostC } = one;
  const comfort = { low: wettestSuctionCm.typical, typical: 0, high: driestSuctionCm.typical };
  const air = { low: leastAirSpace.typical, typical: 0, high: goodAirSpace.typical };
  return (
    <>
      <td className={cell}>
        <Band
          scale={SUCTION}
          low={comfort.low}
          high={comfort.high}
          words={figureText("wettestSuctionCm", comfort, system)}
        />
      </td>
      <td className={cell}>
        <Band scale={AIR} low={air.low} high={air.high} words={figureText("leastAirSpace", air, system)} />
      </td>
      <td className={cell}>
        <Band
          scale={WARMTH}
          low={temperatureC.low}
          high={temperatureC.high}
          likely={temperatureC.typical}
          least={frostC.typical}
          words={`${warmth}; lives through ${FIGURES.frostC.quantity.show(frostC.typical, system)}`}
        />
      </td>
      <td className={cell}>
        <Band
          scale={LIGHT}
          low={lightMolPerDay.low}
          high={lightMolPerDay.high}
          likely={lightMolPerDay.typical}
          words={figureText("lightMolPerDay", lightMolPerDay, system)}
        />
      </td>
    </>
  );
}
