"use client";
import { Fragment, useRef, useState } from "react";
import type { Medium } from "@/core/media/medium";
import { packsIn, type KeptPack, type PutPackInput, type PutPackOutcome } from "@/formats/pack/schema";
import { type Needed, type Pack, type PackKind } from "@/core/mixing/batch";
import { formatMass, formatVolume, type UnitSystem } from "@/core/units/units";
import { formatPackAmount } from "@/core/units/media-units";
import { PackEditor } from "./pack-editor";
import { usePrice, useUnits } from "../common/preferences";

export type PutPack = (input: PutPackInput) => Promise<PutPackOutcome>;
export type PackList = {
  readonly packs: readonly Pack[];
  readonly put: (mediumId: string, pack: Pack | null) => void;
  readonly said: string;
  /** Counts packs that were changed elsewhere first: what is written in open fields is not offered again by itself. */
  readonly overtaken: number;
};

const PLURALS: Record<PackKind, string> = { bag: "bags", bale: "bales", brick: "bricks" };

/**
 * The grower's packs: shown as changed at once, stored on the server; what could not be stored is said and stays in the
 * page. One that was changed elsewhere first is shown as it is there, and not overwritten.
 */
export function usePacks(initial: readonly KeptPack[], putPack: PutPack): PackList {
  const system = useUnits();
  const priceText = usePrice();
  const [list, setList] = useState(initial);
  const [said, setSaid] = useState("");
  const [overtaken, setOvertaken] = useState(0);
  // one after the other: each is made on the version the one before it has become
  const versions = useRef(new Map(initial.map(({ mediumId, version }) => [mediumId, version])));
  const turn = useRef<Promise<void>>(Promise.resolve());
  const show = (kept: KeptPack): void =>
    setList((now) => [...now.filter(({ mediumId }) => mediumId !== kept.mediumId), kept]);
  const put = (mediumId: string, pack: Pack | null): void => {
    show({ mediumId, version: 0, pack });
    const send = async (): Promise<void> => {
      const baseVersion = versions.current.get(mediumId) ?? 0;
      const outcome = await putPack({ mediumId, baseVersion, pack }).catch((): PutPackOutcome => ({
        status: "refused",
        message: "Marlstone does not answer.",
      }));
      setSaid(whyNotPut(outcome, pack, (one) => packText(one, system, priceText)));
      if (outcome.status === "refused") return;
      versions.current.set(mediumId, outcome.kept.version);
      if (outcome.status === "saved") return;
      show(outcome.kept);
      setOvertaken((count) => count + 1);
    };
    turn.current = turn.current.then(send);
  };
  return { packs: packsIn(list), put, said, overtaken };
}

function whyNotPut(outcome: PutPackOutcome, pack: Pack | null, textOf: (pack: Pack) => string): string {
  switch (outcome.status) {
    case "saved":
      return "";
    case "stale": {
      const theirs = outcome.kept.pack ? `a ${textOf(outcome.kept.pack)}` : "none any more";
      const yours = pack ? `a ${textOf(pack)}` : "to forget it";
      return `This pack was changed elsewhere in the meantime: it is ${theirs}, and that is what counts here. Yours (${yours}) was not stored; put it in again if it is the right one.`;
    }
    case "refused":
      return `${outcome.message} The pack was not stored. It counts here until you leave the page; change it again to try once more.`;
    default:
      return outcome satisfies never;
  }
}

/** "bale of 40 L, 14" */
export const packText = (pack: Pack, system: UnitSystem, priceText: (price: number) => string): string =>
  `${pack.kind} of ${formatPackAmount(pack, system)}${pack.price === null ? "" : `, ${priceText(pack.price)}`}`;
const buyText = (
  { packs: count, cost }: Needed,
  pack: Pack | undefined,
  priceText: (price: number) => string,
): string =>
  count === undefined || !pack ? "–" : `${packsBought(count, pack)}${cost === undefined ? "" : `, ${priceText(cost)}`}`;

/** "3 bags" */
export const packsBought = (count: number, { kind }: Pack): string => `${count} ${count === 1 ? kind : PLURALS[kind]}`;

/** What is needed of each medium, how it is bought, and what is left of that. */
export function NeededTable({
  needed,
  list: { packs, put, said, overtaken },
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
  const priceText = usePrice();
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
                      aria-label={`How you buy ${medium.name}${pack ? `: ${packText(pack, system, priceText)}` : ""}`}
                      onClick={() => setOpenId(open ? undefined : medium.id)}
                    >
                      {pack ? packText(pack, system, priceText) : "say how"}
                    </button>
                  </td>
                  <td className="pr-3">{buyText(need, pack, priceText)}</td>
                  <td>{leftOverCm3 === undefined ? "–" : formatVolume(leftOverCm3, system)}</td>
                </tr>
                {open && (
                  <tr className="no-print border-b border-rule">
                    <td colSpan={columns.length} className="pb-2">
                      <PackEditor
                        key={overtaken}
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
