"use client";
import { useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import type { Sureness } from "@/core/verdicts/sure";
import type { Grade, Verdict } from "@/core/verdicts/verdict";
import { decidingWords, verdictLine, verdictName, verdictSentences, type VerdictSentence } from "@/core/verdicts/words";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import type { SetupStore } from "../open-setup/setup-store";
import { MendingPart } from "./mending";
import { StandingRow } from "./standing-row";
import type { Standing } from "./standings";
import { useSureness } from "./use-sureness";
import { useJudged, type Judged } from "./use-verdicts";

/** How it stands with each that lives in it, a line each; a press opens what decides it, and behind a fold what suits. */
export function VerdictsPanel({ store, standings }: { store: SetupStore; standings: readonly Standing[] }) {
  const judged = useJudged(store);
  const lives = useStore(store, (state) => state.setup.occupants.length > 0);
  const sure = useSureness(store);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string): void =>
    setOpen((now) => new Set(now.has(id) ? [...now].filter((one) => one !== id) : [...now, id]));
  if (!lives) return null;
  if (!judged)
    return (
      <>
        {standings.map((standing) => (
          <StandingRow key={standing.occupancyId} standing={standing} open={false} />
        ))}
        <p className="text-[0.95rem]">What lives here is judged once the stack can be computed.</p>
      </>
    );
  return (
    <>
      {judged.verdicts.map((verdict) => (
        <OneVerdict
          key={verdict.occupancy.id}
          verdict={verdict}
          judged={judged}
          store={store}
          sure={sure}
          open={open.has(verdict.occupancy.id)}
          onToggle={() => toggle(verdict.occupancy.id)}
        />
      ))}
      <Spoken judged={judged} />
    </>
  );
}

function useSentences(verdict: Verdict, { verdicts, setup }: Judged, store: SetupStore): readonly VerdictSentence[] {
  const system = useUnits();
  return useMemo(
    () => verdictSentences(verdict, verdicts, setup, store.medium, system),
    [verdict, verdicts, setup, store, system],
  );
}

function OneVerdict({
  verdict,
  judged,
  store,
  sure,
  open,
  onToggle,
}: {
  verdict: Verdict;
  judged: Judged;
  store: SetupStore;
  sure: Sureness | undefined;
  open: boolean;
  onToggle: () => void;
}) {
  const sentences = useSentences(verdict, judged, store);
  const of = (grade: Grade): readonly VerdictSentence[] => sentences.filter((one) => one.grade === grade);
  const pressing = [...of("unsuited"), ...of("care")];
  const known = of("suits");
  const unknown = of("unknown");
  const { occupant, occupancy, grade } = verdict;
  const name = verdictName(verdict);
  const details = `verdict-${occupancy.id}`;
  return (
    <article aria-label={name} className="border-t border-rule first-of-type:border-t-0">
      <StandingRow
        standing={{ occupancyId: occupancy.id, name, grade, why: decidingWords(verdict) }}
        open={open}
        controls={details}
        onToggle={onToggle}
      />
      {/* on paper all of it is told */}
      <div id={details} className={open ? "pb-1.5" : "hidden print:block"}>
        {occupant && <p className="text-sm italic leading-tight text-soft">{occupant.scientificName}</p>}
        <SureLine verdict={verdict} sure={sure} />
        {pressing.map((sentence) => (
          <Sentence key={sentence.id} sentence={sentence} />
        ))}
        {open && <MendingPart verdict={verdict} store={store} byItself={grade === "unsuited"} />}
        {known.length > 0 && (
          <details className="text-[0.95rem]">
            <summary className="cursor-pointer py-0.5 pointer-coarse:min-h-11">What suits it ({known.length})</summary>
            {known.map((sentence) => (
              <Sentence key={sentence.id} sentence={sentence} />
            ))}
          </details>
        )}
        {unknown.length > 0 && (
          <details className="text-[0.95rem]">
            <summary className="cursor-pointer py-0.5 pointer-coarse:min-h-11">
              What is not known ({unknown.map(({ heading }) => heading.toLowerCase()).join(", ")})
            </summary>
            {unknown.map((sentence) => (
              <Sentence key={sentence.id} sentence={sentence} />
            ))}
          </details>
        )}
        {occupant && <Notes verdict={verdict} />}
      </div>
    </article>
  );
}

/** What is to be known of a kind beside its water. */
function Notes({ verdict: { occupant } }: { verdict: Verdict }) {
  if (!occupant) return null;
  const notes = [
    occupant.note,
    occupant.checkLocalList ? "Check your local list: some of its kind is protected or invasive." : "",
    occupant.life === "plant" && occupant.toPets === "poisonous" ? "Poisonous to pets." : "",
    occupant.life === "plant" && occupant.toPets === "irritant" ? "Irritant to pets." : "",
    occupant.toPeople === "poisonous"
      ? occupant.life === "animal"
        ? "Its venom or skin harms people."
        : "Poisonous to people."
      : "",
    occupant.toPeople === "irritant" ? "Irritant to people: gloves, and off the eyes." : "",
    occupant.life === "animal" ? "From captive breeding only; a vet for a sick animal." : "",
  ].filter(Boolean);
  return notes.length > 0 ? <p className="pt-0.5 text-sm leading-snug text-soft">{notes.join(" ")}</p> : null;
}

/** How many of ten such pots are told the same, once it is counted. */
function SureLine({ verdict, sure }: { verdict: Verdict; sure: Sureness | undefined }) {
  const mine = sure?.of.find(({ occupancyId }) => occupancyId === verdict.occupancy.id);
  // it comes a little later, and pushes nothing when it does
  if (!mine || !sure || sure.draws === 0)
    return (
      <p className="min-h-[2lh] text-sm leading-snug text-soft print:hidden">
        Counting how many of ten such pots are told the same.
      </p>
    );
  const same = Math.round((10 * mine.grades[verdict.grade]) / sure.draws);
  const other = (["unsuited", "care", "suits", "unknown"] as const)
    .filter((grade) => grade !== verdict.grade)
    .reduce((best, grade) => (mine.grades[grade] > mine.grades[best] ? grade : best));
  return (
    <p className="min-h-[2lh] text-sm leading-snug text-soft">
      {same >= 10
        ? "All of 10 such pots, with other bags of each mix, other light and other plants, are told the same."
        : `${same === 0 ? "None" : same} of 10 such pots, with other bags, light and plants, ${same === 1 ? "is" : "are"} told the same; most of the others ${OTHER_WORDS[other]}.`}
    </p>
  );
}
const OTHER_WORDS: Record<Grade, string> = {
  unsuited: "do not suit",
  care: "want care",
  suits: "suit",
  unknown: "cannot be told",
};

const SPEAK_AFTER_MS = 900;

/** Says each verdict to a screen reader once it has come to rest. */
function Spoken({ judged }: { judged: Judged }) {
  const text = useMemo(() => judged.verdicts.map(verdictLine).join(". "), [judged]);
  const [spoken, setSpoken] = useState("");
  useEffect(() => {
    const timer = setTimeout(() => setSpoken(text), SPEAK_AFTER_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return (
    <p className="sr-only" aria-live="polite">
      {spoken}
    </p>
  );
}
