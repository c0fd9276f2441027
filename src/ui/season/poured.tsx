"use client";
import { z } from "zod";
import { monthName } from "@/core/units/calendar-date";
import { parseVolumeCm3, volumeUnitName } from "@/core/units/units";
import type { PouredInput, WriteOutcome } from "@/formats/setup/actions";
import { useUnits } from "../common/preferences";
import { typed, typedNumber } from "../fields/typed";
import { Choice, Entry, useTypedForm } from "../fields/typed-form";
import { useSending } from "./sending";

export type SetPoured = (input: PouredInput) => Promise<WriteOutcome>;

const MONTHS = Array.from({ length: 12 }, (_, month) => [String(month), monthName(month)] as const);

/** What was poured after so many days of a month: it sets what a day takes right, in every month alike. */
export function PouredForm({
  setupId,
  version,
  month,
  isSet,
  setPoured,
}: {
  setupId: string;
  version: number;
  /** The one that is offered first, from 0. */
  month: number;
  /** Whether something was set right already. */
  isSet: boolean;
  setPoured: SetPoured;
}) {
  const system = useUnits();
  const { said, say, busy, send: store } = useSending(setPoured);
  const { form, texts, read, saidOf } = useTypedForm(
    z.object({
      volume: typed((text) => parseVolumeCm3(text, system)),
      days: typedNumber(0.1, 365, "days"),
      month: z.string().transform(Number),
    }),
    { volume: "", days: "", month: String(month) },
  );
  const send = (poured: PouredInput["poured"]): void =>
    store({ setupId, baseVersion: version, poured }, () => form.reset());
  const typedNothing = texts.volume.trim() === "" && texts.days.trim() === "";
  return (
    <form
      className="no-print mt-3 border-t border-rule pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!read.ok) return say("Say how much, after how many days, and in which month.");
        const { volume, days, month: then } = read.value;
        if (!(volume > 0)) return say("Nothing poured sets nothing right: say more than 0.");
        send({ volumeCm3: volume, days, month: then });
      }}
    >
      <h3 className="small-caps">What you poured</h3>
      <p className="text-[0.95rem] leading-snug text-soft">
        Filled up again after some days without rain? That says more of this pot than any table.
      </p>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-1">
        <Entry
          form={form}
          name="volume"
          label="Poured"
          said={typedNothing ? "" : saidOf("volume")}
          unit={volumeUnitName(system)}
          most={30}
        />
        <Entry form={form} name="days" label="After" said={typedNothing ? "" : saidOf("days")} unit="days" most={30} />
        <Choice form={form} name="month" label="In" options={MONTHS} />
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="submit" className="press" disabled={busy}>
          Set it right
        </button>
        {isSet && (
          <button type="button" className="press" disabled={busy} onClick={() => send(null)}>
            Back to what its place makes of it
          </button>
        )}
      </div>
      <p role="status" className="said min-h-5 text-[0.95rem] leading-snug">
        {said}
      </p>
    </form>
  );
}
