"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { withOccupants } from "@/core/stack/edit";
import { stageOf, STAGES, type Occupancy, type Stage } from "@/core/stack/setup";
import { formatDepthPerDay, formatRange, formatVolume, threeFigures } from "@/core/units/units";
import { crowdsOf } from "@/core/verdicts/crowd";
import { monthHere } from "@/core/water/losses";
import { vesselAreaCm2 } from "@/core/vessel/vessel";
import { useUnits } from "../../common/preferences";
import { Choice } from "../../fields/choice";
import { NumberField } from "../../fields/number-field";
import { STAGE_WORDS } from "../../occupants/occupant-words";
import { lookupOf } from "../../occupants/use-verdicts";
import type { EditorProps } from "../part";

/** How many of a kind live in it, how grown they are put in, and how many there is room for. */
export function OccupantEditor({ store, id }: EditorProps) {
  const occupancy = useStore(store, (state) => state.setup.occupants.find((one) => one.id === id));
  const system = useUnits();
  if (!occupancy) return null;
  const kind = lookupOf(store)(occupancy.occupantId);
  const name = kind?.name ?? `“${occupancy.occupantId}”, not known here`;
  const offer = (label: string, change: (one: Occupancy) => Occupancy) => {
    const { committed } = store.getState();
    const next = committed.occupants.map((one) => (one.id === id ? change(one) : one));
    return store.offer(label, withOccupants(committed, next), system);
  };
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <NumberField
          label="How many"
          of={name}
          quantity="living"
          value={occupancy.count}
          onOffer={(count) => offer(`${count} × ${name}`, (one) => ({ ...one, count }))}
        />
        {kind?.life === "plant" && (
          <Choice
            label="Put in as"
            value={stageOf(occupancy)}
            options={STAGES.map((one) => [one, STAGE_WORDS[one]])}
            onChoose={(stage) =>
              store.say(
                offer(`${name} as ${STAGE_WORDS[stage as Stage]}`, ({ stage: _was, ...one }) => ({
                  ...one,
                  ...(stage !== "grown" && { stage: stage as Stage }),
                }))[0]?.message,
              )
            }
          />
        )}
      </div>
      <Crowds store={store} id={id} />
    </>
  );
}

/** How many fit, and what their leaves cost in water. */
function Crowds({ store, id }: EditorProps) {
  const setup = useStore(store, (state) => state.setup);
  const system = useUnits();
  const crowds = useMemo(() => crowdsOf(setup, lookupOf(store)), [setup, store]);
  const crowd = crowds.find(({ occupancyId }) => occupancyId === id);
  if (!crowd) return null;
  const { fits, leavesOverMouth, demandMmPerDay } = crowd;
  return (
    <p className="mt-1 text-sm leading-snug text-soft">
      Room for {formatRange(fits.low, fits.high, String)} of them{crowds.length > 1 ? ", if they were alone" : ""}.{" "}
      {monthHere(setup)
        ? `Grown up, all leaves in it are ${threeFigures(leavesOverMouth, 1)} times as wide as the mouth; what a day takes knows of them.`
        : leavesOverMouth > 1.05
          ? `Grown up, all leaves in it are ${threeFigures(leavesOverMouth, 1)} times as wide as the mouth, and such a day takes up to ${formatDepthPerDay(demandMmPerDay, system)}, ${formatVolume((demandMmPerDay / 10) * vesselAreaCm2(setup.vessel), system)}.`
          : "Grown up, all leaves in it are no wider than the mouth: a day takes what is said of it."}
    </p>
  );
}
