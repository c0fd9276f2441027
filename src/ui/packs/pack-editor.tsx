"use client";
import { useMemo } from "react";
import { z } from "zod";
import type { Medium } from "@/core/media/medium";
import {
  GREATEST_PACK,
  GREATEST_PRICE,
  GREATEST_SWELLING,
  PACK_KINDS,
  packFillsCm3,
  USUAL_SWELLING,
  type Pack,
  type PackKind,
} from "@/core/mixing/batch";
import { parseNumber } from "@/core/units/numbers";
import { failed, ok, problem } from "@/core/units/problem";
import { formatRange, formatVolume, type UnitSystem } from "@/core/units/units";
import { formatPackAmount, parsePackAmount, type PackAmount } from "@/core/units/media-units";
import { isCurrency, LONGEST_CURRENCY } from "@/formats/preferences/document";
import { usePreferences, useUnits } from "../common/preferences";
import { typed } from "../fields/typed";
import { Choice, Entry, useTypedForm } from "../fields/typed-form";

type PackTexts = { readonly kind: PackKind; readonly amount: string; readonly swells: string; readonly price: string };
type PackRead = {
  readonly kind: PackKind;
  /** Undefined while it is not said yet. */
  readonly amount: PackAmount | undefined;
  readonly swells: number | undefined;
  readonly price: number | null;
};

/** What is shown is rounded: an amount that was only passed through is the one there was. */
const packSchema = (system: UnitSystem, pack: Pack | undefined): z.ZodType<PackRead> =>
  z.object({
    kind: z.enum(PACK_KINDS),
    amount: typed((text) => {
      if (text.trim() === "") return ok(undefined);
      if (pack && text === formatPackAmount(pack, system)) return ok({ unit: pack.unit, amount: pack.amount });
      const amount = parsePackAmount(text, system);
      return !amount.ok || (amount.value.amount > 0 && amount.value.amount <= GREATEST_PACK)
        ? amount
        : failed(problem("", "out-of-range", "More than nothing, and less than a lorry."));
    }),
    swells: typed((text) => {
      if (text.trim() === "") return ok(undefined);
      const swells = parseNumber(text, 1, GREATEST_SWELLING);
      return swells.ok ? swells : failed(problem("", "out-of-range", `From 1 to ${GREATEST_SWELLING} times.`));
    }),
    price: typed((text) => {
      if (text.trim() === "") return ok(null);
      const price = parseNumber(text, 0, GREATEST_PRICE);
      return price.ok ? price : failed(problem("", "out-of-range", "A price is 0 or more."));
    }),
  });

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
  const schema = useMemo(() => packSchema(system, pack), [system, pack]);
  const { form, texts, read, saidOf } = useTypedForm<PackTexts, PackRead>(schema, {
    kind: pack?.kind ?? "bag",
    amount: pack ? formatPackAmount(pack, system) : "",
    swells: pack ? String(pack.swells) : "",
    price: String(pack?.price ?? ""),
  });
  const made = read.ok ? packOf(medium, read.value) : undefined;
  const offer = (): void => {
    if (made && !(pack && isSame(made, pack))) onPut(made);
  };
  const entry = (name: keyof PackTexts, label: string, placeholder: string) => (
    <Entry form={form} name={name} label={label} said={saidOf(name)} className="w-28" placeholder={placeholder} words />
  );
  return (
    <div
      role="group"
      aria-label={`How you buy ${medium.name}`}
      className="flex flex-wrap items-start gap-x-4 gap-y-1 border-l-2 border-rule-strong pl-3"
      onBlur={offer}
      onKeyDown={(event) => {
        if (event.key === "Enter") offer();
      }}
    >
      <Choice
        form={form}
        name="kind"
        label="In a"
        className=""
        options={PACK_KINDS.map((kind) => [kind, kind] as const)}
      />
      {entry("amount", "holds, litres or kg", system === "metric" ? "50 L or 5 kg" : "2 cu ft or 10 lb")}
      {!(read.ok && read.value.amount?.unit === "kg") &&
        entry("swells", "swells, times", `${USUAL_SWELLING[texts.kind]}`)}
      {entry("price", "price", "–")}
      <CurrencyField />
      <p className="basis-full text-sm leading-snug text-soft">
        {made
          ? fillsText(made, medium, system)
          : "Litres as printed, and how often they swell once loosened or wetted; or its weight as sold, which says itself how much that fills."}{" "}
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
                offer();
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

/** What all prices are in, as the grower writes it. */
function CurrencyField() {
  const { currency, setCurrency } = usePreferences();
  return (
    <label className="block text-sm text-soft">
      in
      <input
        className="field block w-14 text-base text-ink"
        value={currency}
        aria-label="Currency, before every price"
        placeholder="€, $, kr"
        maxLength={LONGEST_CURRENCY}
        autoComplete="off"
        onChange={({ target }) => {
          const text = target.value.trim();
          if (isCurrency(text)) setCurrency(text);
        }}
      />
    </label>
  );
}

/** The pack that what is written makes. */
function packOf(medium: Medium, { kind, amount, swells, price }: PackRead): Pack | undefined {
  return amount && { mediumId: medium.id, kind, ...amount, swells: swells ?? USUAL_SWELLING[kind], price };
}

const isSame = (a: Pack, b: Pack): boolean =>
  a.kind === b.kind && a.amount === b.amount && a.unit === b.unit && a.swells === b.swells && a.price === b.price;

function fillsText(pack: Pack, medium: Medium, system: UnitSystem): string {
  const fills = formatVolume(packFillsCm3(pack, medium), system);
  if (pack.unit === "L") return `Fills ${fills}${pack.swells === 1 ? " as it is" : " once loosened or wetted"}.`;
  const { low, high } = medium.dryBulkDensityGPerCm3;
  const [least, most] = [packFillsCm3(pack, medium, high), packFillsCm3(pack, medium, low)];
  return `Fills about ${fills} (${formatRange(least, most, (cm3) => formatVolume(cm3, system, most))}), by what a litre of it weighs dry, less the water it is sold with.`;
}
