"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Medium } from "@/core/media/medium";
import { isOwn } from "@/core/media/own-id";
import { hasPeat } from "@/core/media/words";
import type { Pack } from "@/core/mixing/batch";
import type { Blend, Part } from "@/core/mixing/blend";
import { MOST_ZONES } from "@/core/mixing/grading";
import type { RecipePart } from "@/core/mixing/recipe";
import type { Span } from "@/core/mixing/search";
import { formatLength, lengthFieldText, lengthUnitName, parseLengthCm, type UnitSystem } from "@/core/units/units";
import { MixSearchClient } from "@/workers/mix-search.client";
import { useUnits } from "../common/preferences";
import { FoundMixes, FoundZones, type Done } from "./found-mixes";
import type { Room } from "./how-much";

/** What most have at hand; a grower's own media and packs say what else. */
const USUALLY_AT_HAND = new Set([
  "sphagnum-peat",
  "coir-pith-fine",
  "perlite-coarse-3-6",
  "vermiculite-medium",
  "pumice-2-5",
  "coarse-sand-0.5-2",
  "pine-bark-composted-fine",
  "bark-6-12",
  "granite-grit-3-6",
]);
const [NEED, SAME, ZONES] = ["need", "mix", "zones"] as const;
const MOST_PARTS = 4;
const GREATEST_POT_CM = 500;

type Searching = { readonly kind: "idle" } | { readonly kind: "searching" } | { readonly kind: "failed" } | Done;

/** Mixes that do what is asked at a place, stand in for a medium or mix there, or lie in zones around a root ball. */
export function FindMix({
  media,
  parts,
  mixed,
  rooms,
  roomId: roomAsked,
  packs,
  onTake,
}: {
  media: readonly Medium[];
  parts: readonly Part[];
  mixed: Blend | undefined;
  rooms: readonly Room[];
  /** The layer it was come to from, whose place it is then asked for. */
  roomId: string;
  packs: readonly Pack[];
  onTake: (parts: readonly RecipePart[]) => void;
}) {
  const system = useUnits();
  const places = rooms.filter(isPlace);
  const [asking, setTarget] = useState<string>(NEED);
  const [roomId, setRoomId] = useState(places.some(({ id }) => id === roomAsked) ? roomAsked : "");
  const [numbers, setNumbers] = useState({
    ...(heightsOf(
      places.find(({ id }) => id === roomId),
      system,
    ) ?? { height: system === "metric" ? "15" : "6", base: "0" }),
    airLeast: "20",
    airMost: "35",
    waterLeast: "40",
    waterMost: "",
    pHLeast: "",
    pHMost: "",
    ball: system === "metric" ? "8" : "3",
    pot: system === "metric" ? "20" : "8",
    zones: "2",
    rimAir: "40",
  });
  const [noPeat, setNoPeat] = useState(false);
  const [of, setOf] = useState<"usual" | "packs" | "all">("usual");
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [state, setState] = useState<Searching>({ kind: "idle" });
  const client = useRef<MixSearchClient>(undefined);
  useEffect(() => () => client.current?.cancel(), []);

  const length = (text: string, least: number, most: number): number | string => {
    const parsed = parseLengthCm(text, system);
    if (!parsed.ok) return parsed.problems[0]!.message;
    return parsed.value >= least && parsed.value <= most
      ? parsed.value
      : `From ${formatLength(least, system)} to ${formatLength(most, system)}.`;
  };
  const span = (least: string, most: string, scale: number, greatest: number): Span | string => {
    const [a, b] = [numberIn(least, greatest) ?? 0, numberIn(most, greatest) ?? greatest];
    if (Number.isNaN(a) || Number.isNaN(b)) return `From 0 to ${greatest}.`;
    return a > b ? "The least is more than the most." : { least: a / scale, most: b / scale };
  };
  const height = length(numbers.height, 1, 100);
  const base = length(numbers.base, 0, 100);
  const air = span(numbers.airLeast, numbers.airMost, 100, 100);
  const water = span(numbers.waterLeast, numbers.waterMost, 100, 100);
  const pH = span(numbers.pHLeast, numbers.pHMost, 1, 14);
  const [ball, pot] = [length(numbers.ball, 1, GREATEST_POT_CM), length(numbers.pot, 2, GREATEST_POT_CM)];
  const rimAir = span(numbers.rimAir || "x", "", 100, 95);
  const zones = Number(numbers.zones);
  const zonesSaid = Number.isInteger(zones) && zones >= 1 && zones <= MOST_ZONES ? "" : `From 1 to ${MOST_ZONES}.`;

  const offered = useMemo(
    () =>
      media.filter(
        ({ id, packing }) =>
          packing.mixingFactor > 0 &&
          (of === "all" ||
            (of === "usual" ? USUALLY_AT_HAND.has(id) || isOwn(id) : packs.some(({ mediumId }) => mediumId === id))),
      ),
    [media, of, packs],
  );
  const part = parts.find(({ medium }) => medium.id === asking);
  const target = asking === NEED || part || (mixed && (asking === SAME || asking === ZONES)) ? asking : NEED;
  const asked = useMemo(
    () => offered.filter((medium) => !(noPeat && hasPeat(medium)) && !without.has(medium.id) && medium.id !== target),
    [offered, noPeat, target, without],
  );
  const match = target === SAME ? mixed?.hydraulics : part?.medium.hydraulics;
  const wrong =
    [height, base, ...(target === NEED ? [air, water, pH] : target === ZONES ? [ball, pot, rimAir] : [])].some(
      (one) => typeof one === "string",
    ) ||
    (target === ZONES && zonesSaid !== "");
  const changed =
    <T,>(set: (value: T) => void) =>
    (value: T): void => {
      set(value);
      client.current?.cancel();
      setState({ kind: "idle" });
    };
  const put = (part: Partial<typeof numbers>): void =>
    changed((next: Partial<typeof numbers>) => setNumbers((now) => ({ ...now, ...next })))(part);

  const search = (): void => {
    if (wrong || typeof height === "string" || typeof base === "string") return;
    client.current ??= new MixSearchClient();
    setState({ kind: "searching" });
    const place = { media: asked, fromSuctionCm: base, toSuctionCm: base + height };
    client.current.search(
      target === ZONES
        ? {
            ...place,
            kind: "grade",
            asked: {
              core: mixed!.hydraulics,
              coreGrainMm: grainOf(parts, mixed!),
              coreMediumIds: parts.map(({ medium }) => medium.id),
              rimAir: (rimAir as Span).least,
              zones,
              ballDiameterCm: ball as number,
              potDiameterCm: pot as number,
              heightCm: height,
            },
          }
        : match
          ? { ...place, kind: "match", match }
          : {
              ...place,
              kind: "wanted",
              wanted: {
                air: air as Span,
                water: water as Span,
                ...(numbers.pHLeast || numbers.pHMost ? { pH: pH as Span } : {}),
              },
              mostParts: MOST_PARTS,
            },
      (reply) =>
        setState(
          reply
            ? { kind: "done", reply, exact: match === undefined, suctions: [base, base + height] }
            : { kind: "failed" },
        ),
    );
  };
  const field = (key: keyof typeof numbers, label: string, said: unknown = "") => (
    <label className="block text-sm text-soft">
      {label}
      <input
        className="field block w-16 text-right text-base text-ink"
        inputMode="decimal"
        autoComplete="off"
        value={numbers[key]}
        aria-invalid={typeof said === "string" && said !== ""}
        onChange={(event) => put({ [key]: event.target.value })}
      />
    </label>
  );
  const said = (value: unknown) =>
    typeof value === "string" &&
    value !== "" && (
      <span className="said basis-full" role="alert">
        {value}
      </span>
    );
  const unit = lengthUnitName(system);

  return (
    <section aria-label="What mix do I need?" className="no-print border-t border-rule-strong pt-3">
      <h2 className="text-base">What mix do I need?</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <label className="block text-sm text-soft">
          Look for
          <select
            className="field block max-w-72 text-base text-ink"
            value={target}
            onChange={(event) => changed(setTarget)(event.target.value)}
          >
            <option value={NEED}>air and water as follows</option>
            {mixed && <option value={SAME}>the same as this mix</option>}
            {parts.map(({ medium }) => (
              <option key={medium.id} value={medium.id}>
                instead of {medium.name}
              </option>
            ))}
            {mixed && <option value={ZONES}>zones from this mix to an airy rim</option>}
          </select>
        </label>
        {places.length > 0 && (
          <label className="block text-sm text-soft">
            at the place of
            <select
              className="field block max-w-64 text-base text-ink"
              value={roomId}
              onChange={(event) => {
                setRoomId(event.target.value);
                put(
                  heightsOf(
                    places.find(({ id }) => id === event.target.value),
                    system,
                  ) ?? {},
                );
              }}
            >
              <option value="">heights as follows</option>
              {places.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {field("height", `Roots’ height, ${unit}`, height)}
        {field("base", `their foot above free water, ${unit}`, base)}
        {said(height)}
        {said(base)}
      </div>
      {target === NEED && (
        <div className="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
          {field("airLeast", "air, % from", air)}
          {field("airMost", "to", air)}
          {field("waterLeast", "water, % from", water)}
          {field("waterMost", "to", water)}
          {field("pHLeast", "pH from", pH)}
          {field("pHMost", "to", pH)}
          {said(air)}
          {said(water)}
          {said(pH)}
        </div>
      )}
      {target === ZONES && (
        <>
          <p className="mt-2 max-w-[80ch] text-[0.95rem] leading-snug">
            Roots used to wet stay wet: this mix is the core, what lies around it goes in steps to an airy rim. At one
            height all zones stand at one suction, so the grains decide what each holds, and none may be finer than the
            one inside it.
          </p>
          <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
            {field("ball", `Root ball, wide, ${unit}`, ball)}
            {field("pot", `Pot, wide inside, ${unit}`, pot)}
            {field("zones", "zones around it", zonesSaid)}
            {field("rimAir", "air at the rim, %", rimAir)}
            {said(ball)}
            {said(pot)}
            {said(zonesSaid)}
            {said(rimAir)}
          </div>
        </>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
        <label className="text-soft">
          of{" "}
          <select
            className="field text-base text-ink"
            aria-label="Of which media"
            value={of}
            onChange={(event) => changed(setOf)(event.target.value as typeof of)}
          >
            <option value="usual">the usual media and my own</option>
            <option value="packs">media I have packs of</option>
            <option value="all">all media</option>
          </select>
        </label>
        <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
          <input
            type="checkbox"
            className="size-4 accent-(--ink)"
            checked={noPeat}
            onChange={(event) => changed(setNoPeat)(event.target.checked)}
          />
          no peat
        </label>
        <details>
          <summary className="pointer-coarse:min-h-11">without … {without.size > 0 && `(${without.size})`}</summary>
          <span className="mt-1 flex flex-wrap gap-x-4">
            {offered.map(({ id, name }) => (
              <label key={id} className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
                <input
                  type="checkbox"
                  className="size-4 accent-(--ink)"
                  checked={without.has(id)}
                  onChange={(event) =>
                    changed(setWithout)(
                      new Set(event.target.checked ? [...without, id] : [...without].filter((one) => one !== id)),
                    )
                  }
                />
                {name}
              </label>
            ))}
          </span>
        </details>
      </div>
      <div className="mt-2 flex items-center gap-3">
        {state.kind === "searching" ? (
          <button
            type="button"
            className="press"
            onClick={() => {
              client.current?.cancel();
              setState({ kind: "idle" });
            }}
          >
            Stop looking
          </button>
        ) : (
          <button type="button" className="press press-main" disabled={wrong || asked.length === 0} onClick={search}>
            Look for it
          </button>
        )}
        <span role="status" className="text-[0.95rem] text-soft">
          {state.kind === "searching"
            ? `Trying mixes of ${asked.length} media …`
            : asked.length === 0
              ? of === "packs" && packs.length === 0
                ? "You have no packs yet: say how you buy a medium in the table above, or on its own page."
                : "Nothing is left to mix."
              : state.kind === "failed"
                ? "The search failed; nothing else is lost. Try again."
                : ""}
        </span>
      </div>
      {state.kind === "done" &&
        (state.reply.kind === "mixes" ? (
          <FoundMixes
            result={state.reply.result}
            exact={state.exact}
            suctions={state.suctions}
            instead={match && { parts: part ? [part] : parts, hydraulics: match }}
            media={media}
            onTake={onTake}
          />
        ) : (
          <FoundZones result={state.reply.result} media={media} onTake={onTake} />
        ))}
    </section>
  );
}

/** Whether a layer stands out of the water far enough to ask what is in it. */
const isPlace = ({ aboveWaterCm }: Room): boolean => aboveWaterCm !== null && aboveWaterCm.to - aboveWaterCm.from >= 1;

/** A layer's heights over free water, as they are typed. */
const heightsOf = (room: Room | undefined, system: UnitSystem): { height: string; base: string } | undefined =>
  room?.aboveWaterCm
    ? {
        height: lengthFieldText(room.aboveWaterCm.to - room.aboveWaterCm.from, system),
        base: lengthFieldText(room.aboveWaterCm.from, system),
      }
    : undefined;

/** A share or pH as typed: undefined when left empty, NaN when it cannot be meant. */
function numberIn(text: string, most: number): number | undefined {
  if (text.trim() === "") return undefined;
  const value = Number(text.replace("%", "").replace(",", ".").trim());
  return Number.isFinite(value) && value >= 0 && value <= most ? value : Number.NaN;
}

/** Mean grain size of a mix, over the logarithm. [mm] */
const grainOf = (parts: readonly Part[], { shares }: Blend): number =>
  Math.exp(parts.reduce((sum, { medium }, i) => sum + shares[i]! * Math.log(medium.particleSizeMm.d50), 0));
