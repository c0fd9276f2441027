"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import { mixMediumId } from "@/core/mixing/mix-medium";
import { daysWords, HANDS, inMonths } from "@/core/readings/year-sentences";
import { monthName } from "@/core/units/calendar-date";
import type { Result } from "@/core/units/problem";
import { capitalised } from "@/core/units/text";
import { threeFigures } from "@/core/units/units";
import { GRADE_WORDS } from "@/core/verdicts/grade-words";
import { mixDocument } from "@/formats/mix/document";
import type { HandInput, HandLine, HandShown } from "@/formats/setup/hand";

export type SuitsHand = (input: HandInput) => Promise<Result<HandShown>>;
export type Create = (document: unknown) => Promise<Result<string>>;

const NO_ANSWER = "Marlstone does not answer. Nothing was changed; try again.";
const USUAL_HAND = 3;

/** Which mixes, depths and reservoirs suit a hand: chosen, looked for, and each made a setup of its own at one press. */
export function HandPart({
  setupId,
  name,
  suitsHand,
  createSetup,
  createMix,
}: {
  setupId: string;
  name: string;
  suitsHand: SuitsHand;
  createSetup: Create;
  createMix: Create;
}) {
  const router = useRouter();
  const [hand, setHand] = useState(USUAL_HAND);
  const [busy, setBusy] = useState<"looking" | "making">();
  const [said, setSaid] = useState("");
  const [shown, setShown] = useState<{ readonly words: string; readonly answer: HandShown }>();
  const [words, everyDays] = HANDS[hand]!;
  const look = (): void => {
    setBusy("looking");
    setSaid("");
    setShown(undefined);
    suitsHand({ setupId, everyDays })
      .then((answer) => (answer.ok ? setShown({ words, answer: answer.value }) : setSaid(answer.problems[0]!.message)))
      .catch(() => setSaid(NO_ANSWER))
      .finally(() => setBusy(undefined));
  };
  const make = async (line: HandLine): Promise<void> => {
    setBusy("making");
    const made = await setupOf(
      line,
      `${name || "Setup"}, watered ${shown?.words ?? words}`,
      createSetup,
      createMix,
    ).catch(() => undefined);
    setBusy(undefined);
    if (made?.ok) router.push(`/setups/${made.value}`);
    else setSaid(made ? made.problems[0]!.message : NO_ANSWER);
  };
  return (
    <section aria-label="Suit my hand" className="no-print mt-3 border-t border-rule pt-2">
      <h3 className="small-caps">What would suit my hand</h3>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <label className="block text-sm text-soft">
          I water
          <select
            className="field block max-w-64 text-base text-ink"
            value={hand}
            onChange={(event) => setHand(Number(event.target.value))}
          >
            {HANDS.map(([one], i) => (
              <option key={one} value={i}>
                {one}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="press" disabled={busy !== undefined} onClick={look}>
          Look for what suits
        </button>
      </div>
      <p role="status" className="text-[0.95rem] leading-snug">
        {busy === "looking" ? "Following mixes, depths and reservoirs through its year …" : said}
      </p>
      {shown && <Answer shown={shown.answer} words={shown.words} busy={busy !== undefined} make={make} />}
    </section>
  );
}

function Answer({
  shown: { asItIs, found, nearest, tried },
  words,
  busy,
  make,
}: {
  shown: HandShown;
  words: string;
  busy: boolean;
  make: (line: HandLine) => Promise<void>;
}) {
  if (!asItIs)
    return (
      <p className="text-[0.95rem] leading-snug">
        It has no rhythm: nothing here lasts from one watering to the next that a hand could be in time for.
      </p>
    );
  const isIn = asItIs.late.length === 0;
  if (isIn && found.length === 0 && asItIs.worst !== "unsuited")
    return (
      <p className="text-[0.95rem] leading-snug">
        As it is, it suits: watered {words} it is in time all year, {lastsWords(asItIs)}.
      </p>
    );
  const lines = found.length > 0 ? found : nearest ? [nearest] : [];
  return (
    <>
      <p className="text-[0.95rem] leading-snug">
        {isIn
          ? `As it is, watering it ${words} is in time, and too wet for what lives there.`
          : `As it is, watering it ${words} is too late ${inMonths(asItIs.late)}.`}{" "}
        {found.length > 0
          ? "Each of these is in time all year:"
          : nearest
            ? `None of ${tried} changes is in time all year. What comes nearest:`
            : `None of ${tried} changes that were tried does better without harm: it wants another hand, another place or another plant.`}
      </p>
      <ul className="mt-1 space-y-1">
        {lines.map((line) => (
          <li key={line.label} className="flex items-center justify-between gap-2 leading-snug">
            <span className="text-[0.95rem]">
              {line.label}
              <span className="text-sm text-soft">
                : {lastsWords(line)}
                {line.late.length > 0 ? `, too late ${inMonths(line.late)}` : ""}; {GRADE_WORDS[line.worst]}; effort{" "}
                {threeFigures(line.effort, 1)}
              </span>
            </span>
            <button
              type="button"
              className="press shrink-0"
              disabled={busy}
              aria-label={`Make a setup of it: ${line.label}`}
              title="A setup of its own beside this one, to be looked at and built"
              onClick={() => void make(line)}
            >
              Make a setup
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** In its shortest month. */
function lastsWords({ days }: HandLine): string {
  const [shortest, month] = days.reduce(
    ([least, at], one, i) => (one.typical < least.typical ? ([one, i] as const) : ([least, at] as const)),
    [days[0]!, 0] as readonly [(typeof days)[number], number],
  );
  return `lasts ${daysWords(shortest)} in ${monthName(month)}`;
}

/** A setup of a line, its mix kept first where it is of one that is not. */
async function setupOf(
  { document, mix }: HandLine,
  name: string,
  createSetup: Create,
  createMix: Create,
): Promise<Result<string>> {
  const called = { ...document, name: capitalised(name).slice(0, 120) };
  if (!mix) return createSetup(called);
  const note = "Proposed for a hand that waters.";
  const kept = await createMix(mixDocument({ name: mix.name, parts: mix.parts, amendments: [], note }));
  if (!kept.ok) return kept;
  const mediumId = mixMediumId(kept.value, 1);
  return createSetup({
    ...called,
    layers: called.layers.map((layer) => (layer.mediumId === mix.id ? { ...layer, mediumId } : layer)),
  });
}
