"use client";
import { useCallback, useMemo, useState } from "react";
import type { Medium } from "@/core/media/medium";
import { insteadWords } from "@/core/season/instead";
import type { Regime } from "@/core/season/regime";
import { regimeOf } from "@/core/season/regime";
import type { Season } from "@/core/season/season";
import { againstPlain } from "@/core/season/season-sentences";
import { WHAT_IFS, whatIfWords, type WhatIf } from "@/core/season/what-if";
import type { YearKind } from "@/core/season/which-year";
import { monthName } from "@/core/units/calendar-date";
import type { Result } from "@/core/units/problem";
import { formatVolume, parseVolumeCm3, threeFigures, volumeUnitName } from "@/core/units/units";
import type { SeasonHere, SeasonInput } from "@/formats/season/actions";
import type { Setup } from "@/core/stack/setup";
import { useUnits } from "../common/preferences";
import { useAnswer } from "../common/use-answer";
import { DaysShown } from "./days-shown";
import { HeldAgainst, type Other } from "./held-against";
import { dayName } from "./season-picture";

export type SeasonAsk = (input: SeasonInput) => Promise<Result<SeasonHere>>;

const NO_ANSWER = "Marlstone does not answer. Try again.";
const KINDS: readonly (readonly [YearKind, string])[] = [
  ["usual", "a usual year"],
  ["wet", "a cool and wet one, of ten"],
  ["dry", "a hot and dry one, of ten"],
];
const WHAT_WORDS: Record<WhatIf, string> = {
  away: "nobody comes for two weeks",
  forgotten: "it is forgotten for a month",
  "heat-wave": "ten days of a heat wave",
  "wet-month": "a very wet month",
  "one-clogged": "one hole clogs",
  "all-clogged": "all holes clog",
  tilted: "it is tilted by 2 %",
  "cover-off": "the cover is left off",
  twice: "twice the plants",
  early: "planted three weeks early",
  unfed: "its feed is forgotten",
};
const PLAIN = "";
/** More than this at once nobody carries. [cm³] */
const MOST_GIVEN_CM3 = 1e6;

/** How often it is forgotten, of the days it is to be watered. */
const MISSED: readonly (readonly [number, string])[] = [
  [0, "never"],
  [0.1, "one day of ten"],
  [0.33, "one day of three"],
  [0.5, "every other day"],
];

/** Who waters it: as it is said, when it wants it, by the calendar, or a float. */
const regimes = (setup: Setup, hasFloat: boolean): readonly (readonly [string, Regime])[] => [
  ...(setup.wateredEveryDays === null
    ? []
    : [[`every ${threeFigures(setup.wateredEveryDays, 1)} days, as it is said`, regimeOf(setup)] as const]),
  ["when it wants it", { kind: "at-mark" }],
  ["daily", { kind: "every", days: 1 }],
  ["every third day", { kind: "every", days: 3 }],
  ["every Sunday", { kind: "every", days: 7 }],
  ["every other Sunday", { kind: "every", days: 14 }],
  ...(hasFloat ? [["by a float valve", { kind: "float" }] as const] : []),
];

/** A setup lived through a year day by day, once somebody asks for it. */
export function ThroughYear({
  setupId,
  name,
  ask,
  places,
  others,
}: {
  setupId: string;
  name: string;
  ask: SeasonAsk;
  /** Where it could stand, and what else could stand there. */
  places: readonly Other[];
  others: readonly Other[];
}) {
  const [here, setHere] = useState<SeasonHere>();
  const [kind, setKind] = useState<YearKind>("usual");
  const [against, setAgainst] = useState<SeasonInput["against"]>();
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const look = (wanted: YearKind, to: SeasonInput["against"]): void => {
    setKind(wanted);
    setAgainst(to);
    setBusy(true);
    ask({ setupId, kind: wanted, against: to })
      .then((answer) => (answer.ok ? (setHere(answer.value), setSaid("")) : setSaid(answer.problems[0]!.message)))
      .catch(() => setSaid(NO_ANSWER))
      .finally(() => setBusy(false));
  };
  return (
    <section aria-label="Day by day" className="mt-4 border-t border-rule pt-3">
      <h2 className="text-xl">Day by day</h2>
      <div className="no-print mt-1 flex flex-wrap items-end gap-3">
        <label className="block text-sm text-soft">
          Which year
          <select
            className="field block text-base text-ink"
            value={kind}
            disabled={busy}
            onChange={(event) =>
              here ? look(event.target.value as YearKind, against) : setKind(event.target.value as YearKind)
            }
          >
            {KINDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {!here && (
          <button type="button" className="press" disabled={busy} onClick={() => look(kind, against)}>
            Live through it
          </button>
        )}
        {here && (
          <HeldAgainst
            against={against}
            disabled={busy}
            places={places}
            others={others}
            choose={(one) => look(kind, one)}
          />
        )}
      </div>
      {said && (
        <p role="alert" className="said">
          {said}
        </p>
      )}
      {here && <Lived key={kind} here={here} name={name} />}
    </section>
  );
}

function Lived({ here: { setup, at, media, own, against }, name }: { here: SeasonHere; name: string }) {
  const system = useUnits();
  const instead = against ?? { setup, at };
  const hasFloat = setup.water.by === "level" && instead.setup.water.by === "level";
  const choices = useMemo(() => regimes(setup, hasFloat), [setup, hasFloat]);
  const [chosen, setChosen] = useState(0);
  const [what, setWhat] = useState<WhatIf | typeof PLAIN>(PLAIN);
  const [isStopped, setStopped] = useState(false);
  const [missed, setMissed] = useState(0);
  const [sees, setSees] = useState<"other" | "plain">("other");
  const [litres, setLitres] = useState("");
  const gives = useMemo(() => parseVolumeCm3(litres, system), [litres, system]);
  const givesCm3 = gives.ok && gives.value > 0 && gives.value <= MOST_GIVEN_CM3 ? gives.value : undefined;
  const litresSaid =
    litres.trim() === "" || givesCm3 !== undefined
      ? ""
      : !gives.ok
        ? `“${litres.trim()}”: ${gives.problems[0]!.message}`
        : `So much each time cannot be: more than nothing, and no more than ${formatVolume(MOST_GIVEN_CM3, system)}.`;
  const regime = useMemo(
    (): Regime => ({
      ...choices[chosen]![1],
      ...(missed > 0 && { missed }),
      ...(givesCm3 !== undefined && { givesCm3 }),
    }),
    [choices, chosen, missed, givesCm3],
  );
  const byId = useMemo(() => new Map(media.map((one) => [one.id, one])), [media]);
  const medium = useCallback((id: string): Medium | undefined => byId.get(id), [byId]);
  const isAsSaid = chosen === 0 && missed === 0 && givesCm3 === undefined;
  // what goes otherwise is held against the same hand; another hand against the one that is said
  const plainRegime = what === PLAIN && !against ? choices[0]![1] : regime;
  const isOther = what !== PLAIN || against !== undefined || !isAsSaid;
  const plainQuestion = useMemo(
    () => (isStopped ? undefined : ({ kind: "season", setup, own, at, regime: plainRegime, what: null } as const)),
    [isStopped, setup, own, at, plainRegime],
  );
  const otherQuestion = useMemo(
    () =>
      !isOther || isStopped
        ? undefined
        : ({
            kind: "season",
            setup: instead.setup,
            own,
            at: instead.at,
            regime,
            what: what === PLAIN ? null : what,
          } as const),
    [isOther, what, isStopped, instead.setup, own, instead.at, regime],
  );
  const handWords = [
    `Watered ${choices[chosen]![0]}`,
    givesCm3 === undefined ? "" : `with ${formatVolume(givesCm3, system)} each time`,
    missed === 0 ? "" : `forgotten ${MISSED.find(([share]) => share === missed)![1]}`,
  ]
    .filter(Boolean)
    .join(", ");
  const whatWords = what === PLAIN ? undefined : whatIfWords(what, instead.setup, monthName);
  const otherWords = against
    ? [insteadWords(against.by, against.name), whatWords && `${lowerFirst(whatWords)},`].filter(Boolean).join(" ")
    : (whatWords ?? `${handWords},`);
  const plainNow = useAnswer(plainQuestion, medium);
  const otherNow = useAnswer(otherQuestion, medium);
  const [kept, setKept] = useState<Season>();
  const plain = seasonOf(plainNow);
  const other = seasonOf(otherNow);
  // what is known so far stays when it is stopped
  if (plain && plain !== kept) setKept(plain);
  const seesOther = isOther && sees === "other";
  const shown = (seesOther ? (other ?? plain) : plain) ?? kept;
  const shownSetup = seesOther && other ? instead.setup : setup;
  const asked = isOther ? otherNow : plainNow;
  const isRunning = !isStopped && (asked?.status === "computing" || plainNow?.status === "computing");
  const problem =
    asked?.status === "answered" && !asked.answer.ok
      ? asked.answer.problems[0]!.message
      : asked?.status === "failed"
        ? "It could not be followed."
        : "";
  return (
    <div className="mt-2">
      <div className="no-print flex flex-wrap items-end gap-3">
        <label className="block text-sm text-soft">
          Watered
          <select
            className="field block text-base text-ink"
            value={chosen}
            onChange={(event) => {
              setStopped(false);
              setChosen(Number(event.target.value));
            }}
          >
            {choices.map(([words], i) => (
              <option key={words} value={i}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {regime.kind !== "float" && (
          <label className="block text-sm text-soft">
            Each time
            <span className="flex items-baseline gap-1">
              <input
                className="field w-20 text-base text-ink"
                inputMode="decimal"
                placeholder={setup.water.by === "level" ? "to full" : "enough"}
                maxLength={20}
                value={litres}
                aria-invalid={litres.trim() !== "" && givesCm3 === undefined}
                onChange={(event) => {
                  setStopped(false);
                  setLitres(event.target.value);
                }}
              />
              {volumeUnitName(system)}
            </span>
          </label>
        )}
        <label className="block text-sm text-soft">
          Forgotten
          <select
            className="field block text-base text-ink"
            value={missed}
            onChange={(event) => {
              setStopped(false);
              setMissed(Number(event.target.value));
            }}
          >
            {MISSED.map(([share, words]) => (
              <option key={words} value={share}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label className="block text-sm text-soft">
          What if
          <select
            className="field block text-base text-ink"
            value={what}
            onChange={(event) => {
              setStopped(false);
              setWhat(event.target.value as WhatIf | typeof PLAIN);
            }}
          >
            <option value={PLAIN}>nothing goes otherwise</option>
            {WHAT_IFS.map((one) => (
              <option key={one} value={one}>
                {WHAT_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        {isRunning && (
          <button type="button" className="press" onClick={() => setStopped(true)}>
            Stop
          </button>
        )}
      </div>
      {setup.runsIn && setup.runsIn.length > 0 && (
        <p className="text-sm leading-snug text-soft">
          What runs out of other setups into it is in its months above, and not in these days.
        </p>
      )}
      {litresSaid && (
        <p role="alert" className="said">
          {litresSaid}
        </p>
      )}
      <p role="status" className="min-h-5 text-[0.95rem] leading-snug text-soft">
        {isRunning
          ? `Living through it … ${shown ? `to ${dayName(shown.days.at(-1)!)}` : ""}`
          : isStopped
            ? "Stopped: this is what is known so far."
            : problem}
      </p>
      {isOther && (
        <div role="group" aria-label="Which of both" className="no-print mb-1 flex flex-wrap gap-2">
          {(["other", "plain"] as const).map((one) => (
            <button
              key={one}
              type="button"
              className={`press ${sees === one ? "press-main" : ""}`}
              aria-pressed={sees === one}
              onClick={() => setSees(one)}
            >
              {one === "other" ? "As it would be" : "As it is"}
            </button>
          ))}
        </div>
      )}
      {shown && shown.days.length > 0 && (
        <DaysShown
          season={shown}
          beside={isOther && against?.by !== "design" ? (seesOther ? plain : other) : undefined}
          setup={shownSetup}
          count={at.days.length}
          name={name}
          system={system}
          layerNames={shownSetup.layers.map((layer) => layer.name || (medium(layer.mediumId)?.name ?? layer.mediumId))}
          against={
            isOther && plain?.isWhole && other?.isWhole ? againstPlain(otherWords, plain, other, system) : undefined
          }
        />
      )}
    </div>
  );
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** The season a question has come to, whole or so far. */
function seasonOf(standing: ReturnType<typeof useAnswer<"season">>): Season | undefined {
  const answer =
    standing?.status === "answered"
      ? standing.answer
      : standing?.status === "computing"
        ? standing.told.soFar
        : undefined;
  return answer?.ok ? answer.value : undefined;
}
