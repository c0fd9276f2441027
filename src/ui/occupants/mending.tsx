"use client";
import { useMemo, useState } from "react";
import { useStore } from "zustand";
import { soilsFor } from "@/core/verdicts/guilds";
import type { MixStep } from "@/core/verdicts/family";
import type { Mended, Mending } from "@/core/verdicts/mend";
import { mixMediumId } from "@/core/mixing/mix-medium";
import { failed, ok, problem, type Result } from "@/core/units/problem";
import { mixDocument } from "@/formats/mix/document";
import { NO_ANSWER } from "../common/keep";
import type { Verdict } from "@/core/verdicts/verdict";
import { GRADE_WORDS } from "@/core/verdicts/grade-words";
import { headingOf } from "@/core/verdicts/words";
import { threeFigures } from "@/core/units/units";
import { useAnswer } from "../common/use-answer";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";

/**
 * The smallest changes that would turn a verdict, each done by one press and held against what was.
 * @param byItself whether they are looked for unasked: for the first that is in trouble; for others at a press
 */
export function MendingPart({ verdict, store, byItself }: { verdict: Verdict; store: SetupStore; byItself: boolean }) {
  const system = useUnits();
  const { occupancy, occupant, grade } = verdict;
  const [asked, setAsked] = useState(false);
  const [stopped, setStopped] = useState(false);
  // nothing is looked for in the middle of a drag, nor beside a state that is held
  const setup = useStore(store, (state) =>
    state.setup === state.committed && state.view.ok ? state.setup : undefined,
  );
  const held = useStore(store, (state) => state.held !== undefined);
  const wanted = !stopped && (asked || (byItself && !held));
  const question = useMemo(
    () =>
      wanted && setup && occupant
        ? ({
            kind: "mend",
            setup,
            own: store.ownOccupants,
            occupancyId: occupancy.id,
            soils: soilsFor(occupant),
            system,
            mixes: store.mixes.filter(({ mediumId }) => setup.layers.some((layer) => layer.mediumId === mediumId)),
          } as const)
        : undefined,
    [wanted, setup, occupant, occupancy.id, store, system],
  );
  const standing = useAnswer(question, store.medium);
  if (!occupant || (grade !== "unsuited" && grade !== "care")) return null;
  if (!wanted)
    return (
      <button
        type="button"
        className="press no-print mt-1"
        onClick={() => {
          setStopped(false);
          setAsked(true);
        }}
      >
        What would mend it?
      </button>
    );
  if (standing?.status === "failed")
    return (
      <p className="text-sm text-soft" role="status">
        What would mend it could not be computed.
      </p>
    );
  if (standing?.status !== "answered")
    return (
      <p className="no-print flex items-center justify-between gap-2 text-sm text-soft" role="status">
        Looking for the smallest change …
        <button type="button" className="press" onClick={() => setStopped(true)}>
          Stop
        </button>
      </p>
    );
  return <Found mended={standing.answer} store={store} />;
}

function Found({ mended: { found, stoppedBy }, store }: { mended: Mended; store: SetupStore }) {
  const system = useUnits();
  const [busy, setBusy] = useState(false);
  const take = async ({ label, setup, mix }: Mending): Promise<void> => {
    if (!mix) return store.compare(label, setup, system);
    setBusy(true);
    const mediumId = await keptMix(mix, store);
    setBusy(false);
    if (!mediumId.ok) return store.say(mediumId.problems[0]!.message);
    store.learn({ ...mix.made, id: mediumId.value });
    const layers = setup.layers.map((layer) =>
      layer.mediumId === mix.made.id ? { ...layer, mediumId: mediumId.value } : layer,
    );
    store.compare(label, { ...setup, layers }, system);
  };
  if (found.length === 0)
    return (
      <p className="text-sm leading-snug" role="status">
        {stoppedBy.length === 0
          ? "There is nothing to mend."
          : `No single change that was tried, and no two, turn it: what stays is ${stoppedBy.map((limit) => headingOf(limit).toLowerCase()).join(", ")}. It wants another vessel, or another place.`}
      </p>
    );
  return (
    <div className="no-print mt-1" role="group" aria-label="Smallest changes">
      <p className="small-caps">{found.length === 1 ? "Smallest change" : "Smallest changes"}</p>
      <ul className="space-y-1">
        {found.map((mending) => {
          const { label, becomes, effort } = mending;
          return (
            <li key={label} className="flex items-center justify-between gap-2 leading-snug">
              <span className="text-[0.95rem]">
                {label}
                <span className="text-sm text-soft">
                  : {becomes === "suits" ? "then it suits" : `then it is ${GRADE_WORDS[becomes]}`}; effort{" "}
                  {threeFigures(effort, 1)}
                </span>
              </span>
              <button
                type="button"
                className="press shrink-0"
                aria-label={`Do it: ${label}`}
                title="Takes it over, held against what was; undo takes it back"
                disabled={busy}
                onClick={() => void take(mending)}
              >
                Do it
              </button>
            </li>
          );
        })}
      </ul>
      <p className="text-sm leading-snug text-soft">
        Effort counts the work of hands: a habit ½, water 1, another place 2, a hole 3, a soil 5, another pot 7 or more.
      </p>
    </div>
  );
}

/** The medium of a mix, kept now or before: a layer is of a mix that is there. */
async function keptMix({ name, parts }: MixStep, store: SetupStore): Promise<Result<string>> {
  const same = store.mixes.find((mix) => JSON.stringify(mix.parts) === JSON.stringify(parts));
  if (same) return ok(same.mediumId);
  const note = "Proposed for what lives in a setup.";
  const kept = await store.keepMix?.(mixDocument({ name, parts, amendments: [], note })).catch(() => undefined);
  if (!kept) return failed(problem("", "unreachable", NO_ANSWER));
  return kept.ok ? ok(mixMediumId(kept.value, 1)) : kept;
}
