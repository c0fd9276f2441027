"use client";
import { useState } from "react";
import { dayOfMoment, isMoment } from "@/core/log/moment";
import { understand } from "@/core/log/quick-entry";
import { itemWords, meaningOf, numberWords } from "@/core/log/vocabulary";
import { formatDayInFull } from "@/core/units/day-number";
import type { UnitSystem } from "@/core/units/units";
import {
  LONGEST_NOTE,
  LONGEST_WHO,
  type ChangeLogInput,
  type LogRowState,
  type LogVersionsInput,
} from "@/formats/log/schema";
import type { LogOutcome, LogRowShown, LogVersion } from "@/formats/log/shown";
import { When } from "../common/when";

export type LogActions = {
  readonly change: (input: ChangeLogInput) => Promise<LogOutcome>;
  readonly versions: (input: LogVersionsInput) => Promise<readonly LogVersion[]>;
};

const NO_ANSWER = "Marlstone does not answer, so nothing was changed. Try again.";

/** "watered 2 L", or the words of a note. */
export const rowWords = (row: Pick<LogRowState, "what" | "value" | "word" | "note">, system: UnitSystem): string =>
  row.what === "noted" ? row.note : `${itemWords(row, system)}${row.note === "" ? "" : `: ${row.note}`}`;

export const stateOf = ({ at, what, value, word, who, note, takenOut }: LogRowShown): LogRowState => ({
  at,
  what,
  value,
  word,
  who,
  note,
  takenOut,
});

/** Rows of a log by day, each to be changed, taken out and put back. */
export function LogList({
  setupId,
  rows,
  system,
  actions,
  onChanged,
  say,
}: {
  setupId: string;
  rows: readonly LogRowShown[];
  system: UnitSystem;
  actions: LogActions;
  onChanged: () => void;
  say: (words: string) => void;
}) {
  const days = new Map<string, LogRowShown[]>();
  for (const row of rows) {
    const day = row.at.slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), row]);
  }
  return (
    <ol>
      {[...days].map(([day, of]) => (
        <li key={day} className="mt-3">
          <h3 className="border-b border-rule-strong text-[0.95rem] font-semibold">
            {formatDayInFull(dayOfMoment(of[0]!.at))}
          </h3>
          <ol>
            {of.map((row) => (
              <Row
                key={`${row.id} ${row.version}`}
                setupId={setupId}
                row={row}
                system={system}
                actions={actions}
                onChanged={onChanged}
                say={say}
              />
            ))}
          </ol>
        </li>
      ))}
    </ol>
  );
}

const LINK = "text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11 pointer-coarse:px-2";

function Row({
  setupId,
  row,
  system,
  actions,
  onChanged,
  say,
}: {
  setupId: string;
  row: LogRowShown;
  system: UnitSystem;
  actions: LogActions;
  onChanged: () => void;
  say: (words: string) => void;
}) {
  const [isEditing, setEditing] = useState(false);
  const [before, setBefore] = useState<readonly LogVersion[]>();
  const [busy, setBusy] = useState(false);
  const words = rowWords(row, system);
  const change = async (state: LogRowState, done: string): Promise<boolean> => {
    setBusy(true);
    const outcome = await actions
      .change({ setupId, id: row.id, baseVersion: row.version, state })
      .catch((): LogOutcome => ({ status: "refused", message: NO_ANSWER }));
    setBusy(false);
    if (outcome.status === "changed-since")
      say(`Somebody else changed it meanwhile: it says “${rowWords(outcome.row, system)}” now. Look again.`);
    else say(outcome.status === "refused" ? outcome.message : done);
    if (outcome.status !== "refused") onChanged();
    return outcome.status === "saved";
  };
  return (
    <li className="border-b border-rule py-1">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="w-12 shrink-0 tabular-nums text-soft">{row.at.slice(11)}</span>
        <span className="min-w-0 flex-1 break-words leading-snug">
          {words}
          {row.who !== "" && <span className="text-soft"> {row.who}</span>}
        </span>
        <span className="no-print flex flex-wrap gap-x-3">
          {row.version > 1 && (
            <button
              type="button"
              className={LINK}
              aria-expanded={before !== undefined}
              onClick={() =>
                before
                  ? setBefore(undefined)
                  : void actions
                      .versions({ setupId, id: row.id })
                      .then(setBefore)
                      .catch(() => say(NO_ANSWER))
              }
            >
              Before
            </button>
          )}
          {row.takenOut ? (
            <button
              type="button"
              className={LINK}
              disabled={busy}
              onClick={() => void change({ ...stateOf(row), takenOut: false }, `Put back: ${words}.`)}
            >
              Put back
            </button>
          ) : (
            <>
              <button type="button" className={LINK} aria-expanded={isEditing} onClick={() => setEditing(!isEditing)}>
                Change<span className="sr-only"> {words}</span>
              </button>
              <button
                type="button"
                className={LINK}
                disabled={busy}
                onClick={() =>
                  void change(
                    { ...stateOf(row), takenOut: true },
                    `Taken out: ${words}. It lies under “taken out”, to be put back.`,
                  )
                }
              >
                Take out<span className="sr-only"> {words}</span>
              </button>
            </>
          )}
        </span>
      </div>
      {before && (
        <ul className="pl-15 text-[0.95rem] text-soft">
          {before.map(({ version, savedAt, state }) => (
            <li key={version}>
              {rowWords(state, system)}
              {state.takenOut ? ", taken out" : ""}
              {state.at === row.at ? "" : `, ${state.at.replace("T", " ")}`} {state.who} (written <When at={savedAt} />)
            </li>
          ))}
        </ul>
      )}
      {isEditing && (
        <EditForm
          row={row}
          system={system}
          busy={busy}
          store={(state) => change(state, `Changed: ${rowWords(state, system)}.`).then((is) => is && setEditing(false))}
          giveUp={() => setEditing(false)}
        />
      )}
    </li>
  );
}

function EditForm({
  row,
  system,
  busy,
  store,
  giveUp,
}: {
  row: LogRowShown;
  system: UnitSystem;
  busy: boolean;
  store: (state: LogRowState) => Promise<unknown>;
  giveUp: () => void;
}) {
  const isNote = row.what === "noted";
  const told = itemWords(row, system);
  const [text, setText] = useState(told);
  const [at, setAt] = useState(row.at);
  const [who, setWho] = useState(row.who);
  const [note, setNote] = useState(row.note);
  const [said, setSaid] = useState("");
  const field = "field block text-base text-ink";
  const meant = (): Pick<LogRowState, "what" | "value" | "word"> | string => {
    // left as it was told, it stays as it was written: its number is told to three figures
    if (isNote || text.trim().replaceAll("\u00a0", " ") === told.replaceAll("\u00a0", " ")) return row;
    const read = understand(text, system);
    if (!read.ok) return read.problems.map(({ message }) => message).join(" ");
    const [item, ...more] = read.value.items;
    if (!item || more.length > 0 || read.value.note !== "")
      return `“${text}” is not one thing a log knows. Write one, such as “tube 4 cm”, and words beside it as its note.`;
    return item;
  };
  const submit = (): void => {
    const now = meant();
    if (typeof now === "string") return setSaid(now);
    if (!isMoment(at)) return setSaid("That minute is none from 1990 to 2199.");
    if (isNote && note.trim() === "") return setSaid("A note needs words.");
    const { what, value, word } = now;
    void store({ what, value, word, at, who: who.trim(), note: note.trim(), takenOut: false });
  };
  return (
    <form
      aria-label={`Change ${told}`}
      className="no-print flex flex-wrap items-end gap-3 py-2 sm:pl-15"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {!isNote && (
        <label className="block text-sm text-soft">
          What
          <input
            className={`${field} w-56`}
            value={text}
            maxLength={120}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
      )}
      <label className="block text-sm text-soft">
        When
        <input
          type="datetime-local"
          className={field}
          value={at}
          onChange={(event) => setAt(event.target.value.slice(0, 16))}
        />
      </label>
      <label className="block text-sm text-soft">
        Who
        <input
          className={`${field} w-20`}
          value={who}
          maxLength={LONGEST_WHO}
          onChange={(event) => setWho(event.target.value)}
        />
      </label>
      <label className="block min-w-48 flex-1 text-sm text-soft">
        {isNote ? "Words" : "Note"}
        <input
          className={`${field} w-full`}
          value={note}
          maxLength={LONGEST_NOTE}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <button type="submit" className="press press-main" disabled={busy}>
        Change it
      </button>
      <button type="button" className="press" onClick={giveUp}>
        Leave it
      </button>
      <p role="alert" className="said w-full text-trouble">
        {said}
      </p>
    </form>
  );
}

/** What was last logged of what matters most, in words. */
export function lastWords(
  rows: readonly Pick<LogRowState, "at" | "what" | "value" | "word" | "note">[],
  today: string,
  system: UnitSystem,
): string {
  const ago = (at: string): string => {
    const days = dayOfMoment(`${today}T00:00`) - dayOfMoment(at);
    return days === 0 ? "today" : days === 1 ? "yesterday" : days > 1 ? `${days} days ago` : `on ${at.slice(0, 10)}`;
  };
  const [given] = rows
    .filter(({ what }) => what === "watered" || what === "filled" || what === "filled-to")
    .sort((a, b) => (a.at < b.at ? 1 : -1));
  const readings = rows.filter(({ what }) => ["level", "weight", "ph", "ec", "solids"].includes(what));
  const told = [
    given ? `${itemWords(given, system)} ${ago(given.at)}` : "",
    ...readings.map((row) => {
      const { name, of } = meaningOf(row.what);
      return `${name} ${numberWords(of!, row.value!, system)} ${ago(row.at)}`;
    }),
  ].filter(Boolean);
  if (told.length === 0) return "";
  const line = `${told.join("; ")}.`;
  return `${line.charAt(0).toUpperCase()}${line.slice(1)}`;
}
