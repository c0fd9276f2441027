"use client";
import { useMemo } from "react";
import { useForm, useWatch } from "react-hook-form";
import { blendOf, softPartsFor, TAP_ID, type Part, type Water } from "@/core/place/waters";
import { parseNumber } from "@/core/units/numbers";
import { NBSP, threeFigures } from "@/core/units/units";
import type { WaterInInput, WriteOutcome } from "@/formats/setup/actions";
import { Entry } from "../fields/typed-form";
import { useSending } from "./sending";

export type SetWaterIn = (input: WaterInInput) => Promise<WriteOutcome>;

const MOST = 1000;
const partsIn = (text: string): number | undefined => {
  if (text.trim() === "") return 0;
  const read = parseNumber(text, 0, MOST);
  return read.ok ? read.value : undefined;
};
const mgPerL = (value: number | null): string =>
  value === null ? "not known" : `${threeFigures(value, 0)}${NBSP}mg/L`;

/** What a setup is watered with: parts of the waters that are at hand where it stands, and what they come to. */
export function WaterGivenForm({
  setupId,
  version,
  waters,
  blend,
  isSaidOtherwise,
  targetMgPerL,
  setWaterIn,
}: {
  setupId: string;
  version: number;
  /** At hand where it stands. */
  waters: readonly Water[];
  blend: readonly Part[] | undefined;
  /** Whether the setup says itself what is dissolved in its water, which beats this. */
  isSaidOtherwise: boolean;
  /** The most that all who live there are at ease with; Infinity where nobody is named. */
  targetMgPerL: number;
  setWaterIn: SetWaterIn;
}) {
  const { said, say, busy, send } = useSending(setWaterIn);
  const parts = Object.fromEntries(
    waters.map(({ id }) => {
      const count = blend ? (blend.find(({ waterId }) => waterId === id)?.parts ?? 0) : id === TAP_ID ? 1 : 0;
      return [id, count === 0 ? "" : threeFigures(count, 2)];
    }),
  );
  const form = useForm<{ parts: Record<string, string>; target: string }>({
    defaultValues: { parts, target: Number.isFinite(targetMgPerL) ? threeFigures(targetMgPerL, 0) : "" },
  });
  const texts = useWatch({ control: form.control });
  const read = waters.map(({ id }) => ({ waterId: id, parts: partsIn(texts.parts?.[id] ?? "") }));
  const isRead = read.every((one) => one.parts !== undefined);
  const poured = useMemo(
    () => read.flatMap(({ waterId, parts: count }) => (count ? [{ waterId, parts: count }] : [])),
    [read],
  );
  const comes = blendOf(poured, (id) => waters.find((water) => water.id === id));
  const blendFor = (): void => {
    const target = parseNumber(texts.target ?? "", 0, 50_000, "mg/l");
    if (!target.ok) return say("Say how much may be dissolved in it at most, in mg/L.");
    const known = waters.flatMap((water) => (water.mgPerL === null ? [] : [{ ...water, mgPerL: water.mgPerL }]));
    const soft = [...known].sort((a, b) => a.mgPerL - b.mgPerL)[0];
    const hard = known.find(({ id }) => id === TAP_ID);
    if (!soft || !hard)
      return say("What is dissolved in the tap water is said with its place; then it can be blended.");
    const count = softPartsFor(hard.mgPerL, soft.mgPerL, target.value);
    if (count === undefined)
      return say(`Even ${soft.name} alone has ${mgPerL(soft.mgPerL)}: no blend of what is at hand comes to that.`);
    for (const { id } of waters) form.setValue(`parts.${id}`, "");
    // rounded up: a little softer than asked
    form.setValue(`parts.${hard.id}`, "1");
    if (count > 0) form.setValue(`parts.${soft.id}`, String(Math.ceil(10 * count - 1e-9) / 10));
    say("");
  };
  return (
    <form
      aria-label="Watered with"
      className="no-print mt-3 border-t border-rule pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isRead) return say("Write parts as numbers, such as 1 and 3.");
        send({ setupId, baseVersion: version, change: { of: "blend", blend: poured.length > 0 ? poured : null } });
      }}
    >
      <h3 className="small-caps">Watered with</h3>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-1">
        {waters.map(({ id, name }) => (
          <Entry
            key={id}
            form={form}
            name={`parts.${id}`}
            label={name}
            said={partsIn(texts.parts?.[id] ?? "") === undefined ? "Parts, such as 1 or 2.5." : ""}
            unit="parts"
            most={8}
          />
        ))}
      </div>
      <p className="mt-1 text-[0.95rem] leading-snug" role="status">
        {poured.length > 0
          ? `${comes.words[0]?.toUpperCase() ?? ""}${comes.words.slice(1)}: dissolved ${mgPerL(comes.mgPerL)}, alkalinity ${mgPerL(comes.alkalinityMgPerL)}, hardness ${mgPerL(comes.hardnessMgPerL)}.`
          : "Nothing is said: what comes from the tap."}
        {isSaidOtherwise && " What its own page says of its water beats this."}
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Entry form={form} name="target" label="At most dissolved" said="" unit="mg/L" most={8} />
        <button type="button" className="press" onClick={blendFor}>
          Find the parts
        </button>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="submit" className="press" disabled={busy}>
          Water it so
        </button>
        {blend && (
          <button
            type="button"
            className="press"
            disabled={busy}
            onClick={() => send({ setupId, baseVersion: version, change: { of: "blend", blend: null } })}
          >
            From the tap again
          </button>
        )}
      </div>
      <p role="status" className="said min-h-5 text-[0.95rem] leading-snug">
        {said}
      </p>
    </form>
  );
}
