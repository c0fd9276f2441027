"use client";
import { Fragment, useRef, useState } from "react";
import type { Medium } from "@/core/media/medium";
import {
  GREATEST_SWELLING,
  packFillsCm3,
  USUAL_SWELLING,
  type Needed,
  type Pack,
  type PackKind,
} from "@/core/mixing/batch";
import {
  formatMass,
  formatPackAmount,
  formatRange,
  formatVolume,
  parsePackAmount,
  threeFigures,
  type PackAmount,
  type UnitSystem,
} from "@/core/units/units";
import { ok } from "@/core/units/problem";
import { useUnits } from "../common/preferences";

export type PutPack = (input: { mediumId: string; pack: Pack | null }) => Promise<{ readonly ok: boolean }>;
export type PackList = {
  readonly packs: readonly Pack[];
  readonly put: (mediumId: string, pack: Pack | null) => void;
  readonly said: string;
};

const KINDS: readonly (readonly [PackKind, string])[] = [
  ["bag", "bag"],
  ["bale", "bale"],
  ["brick", "brick"],
];
const PLURALS: Record<PackKind, string> = { bag: "bags", bale: "bales", brick: "bricks" };

/** The grower's packs: shown as changed at once, stored on the server; what could not be stored is said and stays in the page. */
export function usePacks(initial: readonly Pack[], putPack: PutPack): PackList {
  const [packs, setPacks] = useState(initial);
  const [said, setSaid] = useState("");
  const put = (mediumId: string, pack: Pack | null): void => {
    setPacks((now) => [...now.filter((one) => one.mediumId !== mediumId), ...(pack ? [pack] : [])]);
    void putPack({ mediumId, pack })
      .catch(() => ({ ok: false }))
      .then(({ ok }) =>
        setSaid(
          ok
            ? ""
            : "The pack could not be stored. It counts here until you leave the page; change it again to try once more.",
        ),
      );
  };
  return { packs, put, said };
}

/** "bale of 40 L, 14" */
export const packText = (pack: Pack, system: UnitSystem): string =>
  `${pack.kind} of ${formatPackAmount(pack, system)}${pack.price === null ? "" : `, ${threeFigures(pack.price, 2)}`}`;
const buyText = ({ packs: count, cost }: Needed, pack: Pack | undefined): string =>
  count === undefined || !pack
    ? "–"
    : `${count} ${count === 1 ? pack.kind : PLURALS[pack.kind]}${cost === undefined ? "" : `, ${threeFigures(cost, 2)}`}`;

/** What is needed of each medium, how it is bought, and what is left of that. */
export function NeededTable({
  needed,
  list: { packs, put, said },
  cups,
  ticks = false,
}: {
  needed: readonly (Needed & { readonly medium: Medium })[];
  list: PackList;
  /** In cups, for a recipe. */
  cups?: readonly string[];
  ticks?: boolean;
}) {
  const system = useUnits();
  const [openId, setOpenId] = useState<string>();
  const openers = useRef(new Map<string, HTMLButtonElement>());
  /** Closes a pack's fields, and leaves the keyboard where it came from. */
  const close = (id: string): void => {
    setOpenId(undefined);
    openers.current.get(id)?.focus();
  };
  const columns = ["ingredient", "loose", ...(cups ? ["cups"] : []), "dry", "how you buy it", "buy", "left over"];
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 w-full min-w-[40rem] text-[0.95rem] print:min-w-0">
        <thead>
          <tr className="border-b border-rule-strong text-left text-sm text-soft">
            {columns.map((words) => (
              <th key={words} scope="col" className="py-1 pr-3 font-normal">
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {needed.map((need, i) => {
            const { medium, looseCm3, dryKg, leftOverCm3 } = need;
            const pack = packs.find((one) => one.mediumId === medium.id);
            const open = openId === medium.id;
            return (
              <Fragment key={medium.id}>
                <tr className={open ? "" : "border-b border-rule"}>
                  <th scope="row" className="py-1 pr-3 text-left font-normal">
                    {ticks && <Tick />}
                    {medium.name}
                  </th>
                  <td className="pr-3 font-semibold">{formatVolume(looseCm3, system)}</td>
                  {cups && <td className="pr-3">{cups[i]}</td>}
                  <td className="pr-3">{formatMass(dryKg, system)}</td>
                  <td className="pr-3">
                    <button
                      type="button"
                      ref={(button) => {
                        if (button) openers.current.set(medium.id, button);
                        else openers.current.delete(medium.id);
                      }}
                      aria-expanded={open}
                      className={`text-left underline decoration-dotted pointer-coarse:min-h-11 ${pack ? "" : "no-print text-soft"}`}
                      aria-label={`How you buy ${medium.name}${pack ? `: ${packText(pack, system)}` : ""}`}
                      onClick={() => setOpenId(open ? undefined : medium.id)}
                    >
                      {pack ? packText(pack, system) : "say how"}
                    </button>
                  </td>
                  <td className="pr-3">{buyText(need, pack)}</td>
                  <td>{leftOverCm3 === undefined ? "–" : formatVolume(leftOverCm3, system)}</td>
                </tr>
                {open && (
                  <tr className="no-print border-b border-rule">
                    <td colSpan={columns.length} className="pb-2">
                      <PackEditor
                        medium={medium}
                        pack={pack}
                        onPut={(next) => put(medium.id, next)}
                        onDone={() => close(medium.id)}
                      />
                    </td>
                  </tr>
                )}
              </Fragment>
            );
          })}
        </tbody>
      </table>
      {said !== "" && (
        <p className="said" role="alert">
          {said}
        </p>
      )}
    </div>
  );
}

/** A box to tick on paper. */
export const Tick = () => (
  <span aria-hidden className="mr-2 hidden size-3.5 translate-y-0.5 border border-ink print:inline-block" />
);

/** How one medium is bought. Each field is taken when it is left, once together they make a pack. */
export function PackEditor({
  medium,
  pack,
  onPut,
  onDone,
}: {
  medium: Medium;
  pack: Pack | undefined;
  onPut: (pack: Pack | null) => void;
  onDone?: () => void;
}) {
  const system = useUnits();
  const [kind, setKind] = useState<PackKind>(pack?.kind ?? "bag");
  const [amountText, setAmountText] = useState(pack ? formatPackAmount(pack, system) : "");
  const [swellsText, setSwellsText] = useState(pack ? String(pack.swells) : "");
  const [priceText, setPriceText] = useState(String(pack?.price ?? ""));

  // what is shown is rounded: a field that was only passed through changes nothing
  const amount =
    pack && amountText === formatPackAmount(pack, system)
      ? ok<PackAmount>({ unit: pack.unit, amount: pack.amount })
      : parsePackAmount(amountText, system);
  const number = (text: string): number => Number(text.replace(",", ".").trim());
  const swells = swellsText.trim() === "" ? USUAL_SWELLING[kind] : number(swellsText);
  const price = priceText.trim() === "" ? null : number(priceText);
  const amountSaid =
    amountText.trim() === ""
      ? ""
      : !amount.ok
        ? amount.problems[0]!.message
        : amount.value.amount > 0 && amount.value.amount <= 1e5
          ? ""
          : "More than nothing, and less than a lorry.";
  const swellsSaid = swells >= 1 && swells <= GREATEST_SWELLING ? "" : `From 1 to ${GREATEST_SWELLING} times.`;
  const priceSaid = price === null || (price >= 0 && price <= 1e6) ? "" : "A price is 0 or more.";
  const byVolume = !amount.ok || amount.value.unit === "L";
  const made: Pack | undefined =
    amount.ok && amountSaid === "" && swellsSaid === "" && priceSaid === ""
      ? { mediumId: medium.id, kind, ...amount.value, swells, price }
      : undefined;
  const offer = (next: Pack | undefined): void => {
    if (next && !(pack && isSame(next, pack))) onPut(next);
  };
  const field = (label: string, value: string, set: (text: string) => void, said: string, placeholder: string) => (
    <label className="block text-sm text-soft">
      {label}
      <input
        className="field block w-28 text-base text-ink"
        value={value}
        placeholder={placeholder}
        inputMode="text"
        autoComplete="off"
        aria-invalid={said !== ""}
        onChange={(event) => set(event.target.value)}
        onBlur={() => offer(made)}
        onKeyDown={(event) => {
          if (event.key === "Enter") offer(made);
        }}
      />
      {said !== "" && (
        <span className="said block max-w-44" role="alert">
          {said}
        </span>
      )}
    </label>
  );
  return (
    <div
      role="group"
      aria-label={`How you buy ${medium.name}`}
      className="flex flex-wrap items-start gap-x-4 gap-y-1 border-l-2 border-rule-strong pl-3"
    >
      <label className="block text-sm text-soft">
        In a
        <select
          className="field block text-base text-ink"
          value={kind}
          onChange={(event) => {
            const next = event.target.value as PackKind;
            setKind(next);
            offer(made && { ...made, kind: next, swells: swellsText.trim() === "" ? USUAL_SWELLING[next] : swells });
          }}
        >
          {KINDS.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {field(
        "holds, litres or kg",
        amountText,
        setAmountText,
        amountSaid,
        system === "metric" ? "50 L or 5 kg" : "2 cu ft or 10 lb",
      )}
      {byVolume && field("swells, times", swellsText, setSwellsText, swellsSaid, `${USUAL_SWELLING[kind]}`)}
      {field("price", priceText, setPriceText, priceSaid, "–")}
      <p className="basis-full text-sm leading-snug text-soft">
        {made
          ? fillsText(made, medium, system)
          : "Litres as printed, and how often they swell once loosened or wetted; or its dry weight, which says itself how much that fills."}{" "}
        {pack && (
          <button
            type="button"
            className="underline decoration-dotted pointer-coarse:min-h-11"
            onClick={() => {
              onPut(null);
              onDone?.();
            }}
          >
            forget this pack
          </button>
        )}
        {onDone && (
          <>
            {" "}
            <button
              type="button"
              className="underline decoration-dotted pointer-coarse:min-h-11"
              onClick={() => {
                offer(made);
                onDone();
              }}
            >
              done
            </button>
          </>
        )}
      </p>
    </div>
  );
}

const isSame = (a: Pack, b: Pack): boolean =>
  a.kind === b.kind && a.amount === b.amount && a.unit === b.unit && a.swells === b.swells && a.price === b.price;

function fillsText(pack: Pack, medium: Medium, system: UnitSystem): string {
  const fills = formatVolume(packFillsCm3(pack, medium), system);
  if (pack.unit === "L") return `Fills ${fills}${pack.swells === 1 ? " as it is" : " once loosened or wetted"}.`;
  const { low, high } = medium.dryBulkDensityGPerCm3;
  return `Fills about ${fills} (${formatRange((pack.amount * 1000) / high, (pack.amount * 1000) / low, (cm3) => formatVolume(cm3, system))}), by its dry weight of a litre.`;
}
