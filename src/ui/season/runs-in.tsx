"use client";
import type { WaterInInput } from "@/formats/setup/actions";
import { useSending } from "./sending";
import type { SetWaterIn } from "./water-given";

export type OtherSetup = { readonly id: string; readonly name: string };

/** Whose overflow is led into a setup: what runs out of them in rain comes in here. */
export function RunsInForm({
  setupId,
  version,
  runsIn,
  others,
  setWaterIn,
}: {
  setupId: string;
  version: number;
  runsIn: readonly string[];
  /** All setups there are but this one. */
  others: readonly OtherSetup[];
  setWaterIn: SetWaterIn;
}) {
  const { said, busy, send } = useSending<WaterInInput>(setWaterIn);
  const store = (ids: readonly string[]): void =>
    send({ setupId, baseVersion: version, change: { of: "runs-in", runsIn: [...ids] } });
  const free = others.filter(({ id }) => !runsIn.includes(id));
  if (others.length === 0) return null;
  return (
    <section aria-label="Led into it" className="no-print mt-3 border-t border-rule pt-2">
      <h3 className="small-caps">Overflow led into it</h3>
      <ul>
        {runsIn.map((id) => (
          <li key={id} className="flex flex-wrap items-baseline gap-2 leading-snug">
            {others.find((one) => one.id === id)?.name ?? "one that is no longer here"}
            <button
              type="button"
              className="press"
              disabled={busy}
              onClick={() => store(runsIn.filter((one) => one !== id))}
            >
              Lead it elsewhere
            </button>
          </li>
        ))}
      </ul>
      <label className="mt-1 block text-sm text-soft">
        {runsIn.length === 0 ? "Nothing yet; lead into it what runs out of" : "And what runs out of"}
        <select
          className="field block max-w-full text-base text-ink"
          value=""
          disabled={busy}
          onChange={(event) => store([...runsIn, event.target.value])}
        >
          <option value="">choose one …</option>
          {free.map(({ id, name }) => (
            <option key={id} value={id}>
              {name || "Without a name"}
            </option>
          ))}
        </select>
      </label>
      <p role="status" className="said min-h-5 text-[0.95rem] leading-snug">
        {said}
      </p>
    </section>
  );
}
