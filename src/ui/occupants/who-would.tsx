"use client";
import { useMemo, useState } from "react";
import { useStore } from "zustand";
import { withOccupants } from "@/core/stack/edit";
import type { Liking } from "@/core/verdicts/who-would";
import { headingOf } from "@/core/verdicts/words";
import { useAnswer } from "../common/use-answer";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";
import { GradeMark } from "./grade";
import { lookupOf } from "./use-verdicts";

const FIRST_SHOWN = 8;

/** Ranks the library for the stack as it is kept. */
export function WhoWould({ store, newId }: { store: SetupStore; newId: () => string }) {
  const system = useUnits();
  const [asked, setAsked] = useState(false);
  const [shown, setShown] = useState(FIRST_SHOWN);
  const [life, setLife] = useState<"plant" | "animal">();
  const setup = useStore(store, (state) =>
    state.setup === state.committed && state.view.ok ? state.setup : undefined,
  );
  const question = useMemo(
    () => (asked && setup ? ({ kind: "who", setup, own: store.ownOccupants } as const) : undefined),
    [asked, setup, store],
  );
  const standing = useAnswer(question, store.medium);
  const lookup = lookupOf(store);
  if (!asked)
    return (
      <button type="button" className="press no-print mt-1" onClick={() => setAsked(true)}>
        Who would like this?
      </button>
    );
  if (standing?.status !== "answered")
    return (
      <p role="status" className="text-sm text-soft">
        {setup ? "Asking all of them …" : "Asked once the stack can be computed."}
      </p>
    );
  // what the setup is for is shown first: plants where roots are, animals where there are none
  const kind = life ?? (setup?.layers.some(({ rooted }) => rooted) ? "plant" : "animal");
  const ranked = standing.answer.filter(({ occupantId }) => lookup(occupantId)?.life === kind);
  const suited = ranked.filter(({ grade }) => grade === "suits").length;
  const add = ({ occupantId }: Liking): void => {
    const { committed } = store.getState();
    const name = lookup(occupantId)?.name ?? occupantId;
    store.say(
      store.offer(
        `With ${name}`,
        withOccupants(committed, [...committed.occupants, { id: newId(), occupantId, count: 1 }]),
        system,
      )[0]?.message,
    );
  };
  return (
    <div className="mt-1" role="group" aria-label="Who would like this">
      <p className="flex flex-wrap items-baseline justify-between gap-2">
        <span className="no-print flex gap-1">
          {(["plant", "animal"] as const).map((one) => (
            <button
              key={one}
              type="button"
              className={`press ${kind === one ? "press-main" : ""}`}
              aria-pressed={kind === one}
              onClick={() => setLife(one)}
            >
              {one === "plant" ? "Plants" : "Animals"}
            </button>
          ))}
        </span>
      </p>
      <p className="text-sm text-soft" role="status">
        {suited} of {ranked.length} are suited by this stack and place, each alone in it.
      </p>
      <ol>
        {ranked.slice(0, shown).map((liking) => (
          <li
            key={liking.occupantId}
            className="flex items-center justify-between gap-2 border-b border-rule py-0.5 leading-tight"
          >
            <span className="min-w-0">
              {lookup(liking.occupantId)?.name}
              <span className="block text-sm text-soft">
                <GradeMark grade={liking.grade} />
                {liking.against.length > 0 &&
                  `: ${liking.against.map((limit) => headingOf(limit).toLowerCase()).join(", ")}`}
              </span>
            </span>
            <button
              type="button"
              className="press no-print shrink-0"
              aria-label={`Add ${lookup(liking.occupantId)?.name ?? liking.occupantId}`}
              onClick={() => add(liking)}
            >
              Add
            </button>
          </li>
        ))}
      </ol>
      <p className="no-print mt-1 flex gap-2">
        {shown < ranked.length && (
          <button type="button" className="press" onClick={() => setShown(shown + 20)}>
            More
          </button>
        )}
        <button type="button" className="press" onClick={() => setAsked(false)}>
          Close
        </button>
      </p>
    </div>
  );
}
