"use client";
import { useEffect, useMemo, useState } from "react";
import { isMoment, momentOf, type Moment } from "@/core/log/moment";
import { understand, type Understood } from "@/core/log/quick-entry";
import { doubtsOf } from "@/core/log/doubts";
import { itemWords } from "@/core/log/vocabulary";
import type { Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { LONGEST_NOTE, LONGEST_WHO, type LogRow } from "@/formats/log/schema";
import { newRowId } from "./log-box";

const WHO_KEY = "marlstone.who";
const LONGEST_LINE = 400;

/** Who writes on this device, as it was said last. */
function useWho(): readonly [string, (who: string) => void] {
  const [who, setWho] = useState("");
  // a server does not know who sits there
  useEffect(() => {
    try {
      // eslint-disable-next-line react-hooks/set-state-in-effect
      setWho(localStorage.getItem(WHO_KEY) ?? "");
    } catch {
      /* a browser that keeps nothing is asked each time */
    }
  }, []);
  return [
    who,
    (said) => {
      setWho(said);
      try {
        localStorage.setItem(WHO_KEY, said);
      } catch {
        /* as above */
      }
    },
  ];
}

/** "Watered 2 L; water at 4 cm; “first flower”." */
export const understoodWords = ({ items, note }: Understood, system: UnitSystem): string => {
  const told = [...items.map((item) => itemWords(item, system)), ...(note === "" ? [] : [`“${note}”`])].join("; ");
  return `${told.charAt(0).toUpperCase()}${told.slice(1)}.`;
};

/** What a line comes to as rows of a log. */
export const rowsOf = ({ items, note }: Understood, at: Moment, who: string): LogRow[] => [
  ...items.map((item) => ({ id: newRowId(), at, ...item, who, note: "" })),
  ...(note === "" ? [] : [{ id: newRowId(), at, what: "noted" as const, value: null, word: null, who, note }]),
];

/** One line of what was done and seen, told as it is understood before it is stored. */
export function QuickEntry({
  system,
  depthCm,
  store,
}: {
  system: UnitSystem;
  /** Of its vessel: water stands no higher. */
  depthCm: number;
  store: (rows: readonly LogRow[]) => void;
}) {
  const [text, setText] = useState("");
  const [when, setWhen] = useState("");
  const [who, setWho] = useWho();
  const [pressed, setPressed] = useState(false);
  const [stored, setStored] = useState("");
  const read: Result<Understood> = useMemo(() => understand(text, system), [text, system]);
  const isEmpty = text.trim() === "";
  const whenFault = when !== "" && !isMoment(when) ? "That minute is none from 1990 to 2199." : "";
  const tooLong = read.ok && read.value.note.length > LONGEST_NOTE ? `A note has ${LONGEST_NOTE} letters at most.` : "";
  const faults = [
    ...(read.ok || (isEmpty && !pressed) ? [] : read.problems.map(({ message }) => message)),
    ...[whenFault, tooLong].filter(Boolean),
  ];
  const doubts =
    read.ok && !isEmpty
      ? [
          ...read.value.doubts,
          ...doubtsOf(read.value.items, { depthCm }, system),
          ...(when > momentOf(new Date()) ? ["That time is still to come."] : []),
        ]
      : [];
  return (
    <form
      aria-label="Write into the log"
      className="no-print mt-3 border-t-2 border-ink pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        setPressed(true);
        if (!read.ok || whenFault || tooLong) return;
        store(rowsOf(read.value, when === "" ? momentOf(new Date()) : when, who.trim()));
        setStored(understoodWords(read.value, system));
        setText("");
        setWhen("");
        setPressed(false);
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <label className="block min-w-64 flex-1 text-sm text-soft">
          What was done or seen
          <input
            className="field block w-full text-base text-ink"
            value={text}
            maxLength={LONGEST_LINE}
            autoComplete="off"
            placeholder={system === "metric" ? "2 L, tube 4 cm, smells fine" : "1/2 gal, tube 1.5 in, smells fine"}
            aria-invalid={!read.ok && !isEmpty}
            aria-describedby="log-understood"
            onChange={(event) => {
              setText(event.target.value);
              setStored("");
              setPressed(false);
            }}
          />
        </label>
        <label className="block text-sm text-soft">
          When, if not now
          <input
            type="datetime-local"
            className="field block text-base text-ink"
            value={when}
            min="1990-01-01T00:00"
            max="2199-12-31T23:59"
            onChange={(event) => setWhen(event.target.value.slice(0, 16))}
          />
        </label>
        <label className="block text-sm text-soft">
          Who
          <input
            className="field block w-20 text-base text-ink"
            value={who}
            maxLength={LONGEST_WHO}
            autoComplete="off"
            placeholder="AB"
            onChange={(event) => setWho(event.target.value)}
          />
        </label>
        <button type="submit" className="press press-main">
          Write it down
        </button>
      </div>
      <div id="log-understood" role="status" className="mt-1 min-h-6 leading-snug">
        {faults.map((fault) => (
          <p key={fault} className="text-trouble">
            {fault}
          </p>
        ))}
        {faults.length === 0 && read.ok && !isEmpty && <p>{understoodWords(read.value, system)}</p>}
        {doubts.map((doubt) => (
          <p key={doubt} className="text-soft">
            {doubt}
          </p>
        ))}
        {stored && <p className="text-soft">Written down: {stored}</p>}
      </div>
    </form>
  );
}
