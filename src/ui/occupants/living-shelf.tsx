"use client";
import { folded } from "@/core/units/text";
import { useMemo, useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { LIBRARY } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { figureText } from "./figures";
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
          <table className="w-full min-w-[44rem] border-collapse text-[0.95rem] leading-snug">
            <thead>
              <tr className="border-b-2 border-ink text-left">
                <th className="py-1 pr-3">Name</th>
                <th className="py-1 pr-3">Kind</th>
                <th className="py-1 pr-3">Comfort band, suction</th>
                <th className="py-1 pr-3">Air, depth of roots or ground</th>
                <th className="py-1">Warmth</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => (
                <tr key={one.id} className="border-b border-rule align-top">
                  <td className="py-1 pr-3">
                    <Link
                      href={`/living/${encodeURIComponent(one.id)}`}
                      className="inline-flex items-center font-serif font-semibold no-underline hover:underline pointer-coarse:min-h-11"
                    >
                      {one.name}
                    </Link>{" "}
                    <i className="text-soft">{one.scientificName}</i>
                    {words.trim() !== "" && one.alsoCalled.length > 0 && (
                      <span className="block text-sm text-soft">also {one.alsoCalled.join("; ")}</span>
                    )}
                  </td>
                  <td className="py-1 pr-3">{groupOf(one)}</td>
                  <td className="py-1 pr-3">
                    {one.life === "plant"
                      ? figureText(
                          "wettestSuctionCm",
                          { low: one.wettestSuctionCm.typical, typical: 0, high: one.driestSuctionCm.typical },
                          system,
                        )
                      : figureText("deepSuctionCm", one.deepSuctionCm, system)}
                  </td>
                  <td className="py-1 pr-3">
                    {one.life === "plant"
                      ? `${figureText("leastAirSpace", { ...one.leastAirSpace, low: one.leastAirSpace.typical, high: one.leastAirSpace.typical }, system)}, ${figureText("rootDepthCm", one.rootDepthCm, system)}`
                      : figureText("depthCm", one.depthCm, system)}
                  </td>
                  <td className="py-1">{figureText("temperatureC", one.temperatureC, system)}</td>
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
