"use client";
import { useMemo, useRef, useState } from "react";
import { Plus, Trash2 } from "lucide-react";
import { useStore } from "zustand";
import { LIBRARY } from "@/core/occupants/library/library";
import { withOccupants } from "@/core/stack/edit";
import { stageOf, STAGES, type Occupancy, type Stage } from "@/core/stack/setup";
import { formatDepthPerDay, formatRange, formatVolume, threeFigures } from "@/core/units/units";
import { crowdsOf, type Crowd } from "@/core/verdicts/crowd";
import { vesselAreaCm2 } from "@/core/vessel/vessel";
import { useUnits } from "../common/preferences";
import { ChoicePopover } from "../fields/choice-popover";
import { NumberField } from "../fields/number-field";
import type { SetupStore } from "../open-setup/setup-store";
import { WhoWould } from "./who-would";
import { occupantChoices } from "./occupant-choices";
import { STAGE_WORDS } from "./occupant-words";
import { lookupOf } from "./use-verdicts";

/** Who lives in it: kinds of the library or of one's own, and how many of each. */
export function OccupantsPanel({ store, newId }: { store: SetupStore; newId: () => string }) {
  const occupants = useStore(store, (state) => state.setup.occupants);
  const system = useUnits();
  const nameOf = (occupantId: string): string => lookupOf(store)(occupantId)?.name ?? `“${occupantId}”, not known here`;
  const offer = (label: string, next: readonly Occupancy[]) =>
    store.offer(label, withOccupants(store.getState().committed, next), system);
  return (
    <section aria-label="Who lives in it" className="border-t border-rule pt-2">
      <h2 className="text-base">Who lives in it</h2>
      {occupants.length === 0 && (
        <p className="text-sm leading-snug text-soft">
          Name what grows or lives in it, and it is told how well the stack suits it, why, and what would mend it.
        </p>
      )}
      <ul>
        {occupants.map((occupancy) => (
          <li
            key={occupancy.id}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-0.5"
          >
            <span className="min-w-0 grow leading-tight">{nameOf(occupancy.occupantId)}</span>
            <NumberField
              label="How many"
              of={nameOf(occupancy.occupantId)}
              quantity="living"
              hideLabel
              value={occupancy.count}
              onOffer={(count) =>
                offer(
                  `${count} × ${nameOf(occupancy.occupantId)}`,
                  store
                    .getState()
                    .committed.occupants.map((one) => (one.id === occupancy.id ? { ...one, count } : one)),
                )
              }
            />
            {lookupOf(store)(occupancy.occupantId)?.life === "plant" && (
              <select
                aria-label={`${nameOf(occupancy.occupantId)}: put in as`}
                className="field no-print text-sm"
                value={stageOf(occupancy)}
                onChange={({ target }) => {
                  const stage = target.value as Stage;
                  store.say(
                    offer(
                      `${nameOf(occupancy.occupantId)} as ${STAGE_WORDS[stage]}`,
                      store
                        .getState()
                        .committed.occupants.map(({ stage: _was, ...one }) =>
                          one.id === occupancy.id
                            ? { ...one, ...(stage !== "grown" && { stage }) }
                            : { ...one, ...(_was !== undefined && { stage: _was }) },
                        ),
                    )[0]?.message,
                  );
                }}
              >
                {STAGES.map((one) => (
                  <option key={one} value={one}>
                    {STAGE_WORDS[one]}
                  </option>
                ))}
              </select>
            )}
            <button
              type="button"
              className="press no-print"
              aria-label={`Without ${nameOf(occupancy.occupantId)}`}
              onClick={() =>
                store.say(
                  offer(
                    `Without ${nameOf(occupancy.occupantId)}`,
                    store.getState().committed.occupants.filter(({ id }) => id !== occupancy.id),
                  )[0]?.message,
                )
              }
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Crowds store={store} />
      <AddOccupant store={store} newId={newId} />
      <WhoWould store={store} newId={newId} />
    </section>
  );
}

/** How many fit, and what their leaves cost in water. */
function Crowds({ store }: { store: SetupStore }) {
  const setup = useStore(store, (state) => state.setup);
  const system = useUnits();
  const crowds = useMemo(() => crowdsOf(setup, lookupOf(store)), [setup, store]);
  if (crowds.length === 0) return null;
  const [{ leavesOverMouth, demandMmPerDay }] = crowds as readonly [Crowd, ...Crowd[]];
  const nameOf = (id: string): string =>
    lookupOf(store)(setup.occupants.find((one) => one.id === id)?.occupantId ?? "")?.name.toLowerCase() ?? "";
  return (
    <p className="text-sm leading-snug text-soft">
      Room for{" "}
      {crowds
        .map(({ occupancyId, fits }) => `${formatRange(fits.low, fits.high, String)} ${nameOf(occupancyId)}`)
        .join(", or ")}
      .{" "}
      {leavesOverMouth > 1.05
        ? `Grown up, their leaves are ${threeFigures(leavesOverMouth, 1)} times as wide as the mouth, and such a day takes up to ${formatDepthPerDay(demandMmPerDay, system)}, ${formatVolume((demandMmPerDay / 10) * vesselAreaCm2(setup.vessel), system)}.`
        : "Grown up, their leaves are no wider than the mouth: a day takes what is said of it."}
    </p>
  );
}

function AddOccupant({ store, newId }: { store: SetupStore; newId: () => string }) {
  const system = useUnits();
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const groups = useMemo(() => occupantChoices(store.ownOccupants), [store]);
  const add = (occupantId: string): void => {
    setOpen(false);
    button.current?.focus();
    const { committed } = store.getState();
    const name = lookupOf(store)(occupantId)?.name ?? occupantId;
    const there = committed.occupants.find((one) => one.occupantId === occupantId);
    const next = there
      ? committed.occupants.map((one) => (one === there ? { ...one, count: one.count + 1 } : one))
      : [...committed.occupants, { id: newId(), occupantId, count: 1 }];
    store.say(store.offer(`With ${name}`, withOccupants(committed, next), system)[0]?.message);
  };
  return (
    <>
      <button
        ref={button}
        type="button"
        className="press no-print mt-1"
        aria-haspopup="listbox"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <Plus size={16} aria-hidden />
        Add a plant or animal
      </button>
      {open && (
        <ChoicePopover
          label={`Plant or animal, of ${LIBRARY.length + store.ownOccupants.length}`}
          chosen=""
          groups={groups}
          anchor={button}
          onSelect={add}
          onClose={(byKey) => {
            setOpen(false);
            if (byKey) button.current?.focus();
          }}
        />
      )}
    </>
  );
}
