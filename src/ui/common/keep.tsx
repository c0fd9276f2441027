"use client";
import type { Result } from "@/core/units/problem";
import type { KeepOutcome, KeptVersion } from "@/formats/kept";

/** What the pages of mixes and of own media say of storing, and how both show what was stored before. */
export const NO_ANSWER = "Marlstone does not answer, so nothing was stored. What you wrote stays here; try again.";

export const PUT_AWAY_ELSEWHERE =
  "It was put away elsewhere in the meantime, so nothing offers it until it is taken back.";

export const notMade = (): Result<string> => ({
  ok: false,
  problems: [{ path: "", code: "unreachable", message: NO_ANSWER }],
});
export const notSaved = <T,>(): KeepOutcome<T> => ({ status: "refused", message: NO_ANSWER });

/** Why a save did not go through. */
export function whyNotSaved(
  outcome: Exclude<KeepOutcome<{ readonly name: string }>, { status: "saved" }>,
  what: "mix" | "medium" | "kind" | "place",
): string {
  switch (outcome.status) {
    case "stale":
      return `Someone saved ${outcome.stored.value.name} since you opened it. Yours is still here: save it again to put it over theirs, or save it as a copy.`;
    case "refused":
      return outcome.message;
    case "missing":
      return `This ${what} is gone. Save it as a copy.`;
    default:
      return outcome satisfies never;
  }
}

/**
 * What it was before: each version can be brought back into the page, to be looked at and saved anew; none is ever
 * overwritten.
 */
export function EarlierVersions<T>({
  versions,
  shownVersion,
  textOf,
  onBring,
}: {
  versions: readonly KeptVersion<T>[];
  shownVersion: number;
  textOf: (value: T) => string;
  onBring: (value: T) => void;
}) {
  const earlier = versions.filter(({ version }) => version < shownVersion);
  if (earlier.length === 0) return null;
  return (
    <details className="no-print border-t border-rule pt-2">
      <summary className="text-[0.95rem] pointer-coarse:min-h-11">Earlier versions ({earlier.length})</summary>
      <ol className="mt-1 text-[0.95rem] leading-snug">
        {earlier.map(({ version, savedAt, value }) => (
          <li key={version} className="border-t border-rule py-1">
            <time dateTime={savedAt} className="text-soft">
              {savedAt.slice(0, 10)} {savedAt.slice(11, 16)} UTC
            </time>
            : {textOf(value)}{" "}
            <button
              type="button"
              className="underline decoration-dotted pointer-coarse:min-h-11"
              aria-label={`Bring back version ${version}`}
              onClick={() => onBring(value)}
            >
              bring back
            </button>
          </li>
        ))}
      </ol>
    </details>
  );
}
