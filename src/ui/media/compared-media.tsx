"use client";
import { useState } from "react";
import { late } from "../common/late";
import Link from "next/link";
import type { Medium } from "@/core/media/medium";
import type { UnitSystem } from "@/core/units/units";
import type { ComparedBy } from "./curves";
import { mediumAddress } from "../common/medium-address";

const Compared = late(
  () => import("./curves").then(({ Compared: chart }) => chart),
  () => <p className="py-6 text-soft">drawing …</p>,
);
const DashSwatch = late(() => import("./curves").then(({ DashSwatch: swatch }) => swatch));

const COMPARED_WORDS: Record<ComparedBy, string> = {
  air: "Air left in a drained vessel, by its height",
  water: "Water held in a drained vessel, by its height",
  retention: "Water at a suction",
  conductivity: "How fast water moves, at a suction",
};

/** Media held against one another in one chart. */
export function ComparedMedia({
  curved,
  system,
  onTakeOut,
}: {
  curved: readonly Medium[];
  system: UnitSystem;
  onTakeOut: (id: string) => void;
}) {
  const [by, setBy] = useState<ComparedBy>("air");
  return (
    <section
      aria-label="Compared"
      className="mt-4 grid gap-x-6 border-b border-rule pb-4 md:grid-cols-[minmax(0,1fr)_18rem]"
    >
      <div>
        <div className="mb-1 flex flex-wrap items-end justify-between gap-x-4">
          <h2 className="text-base">{COMPARED_WORDS[by]}</h2>
          <label className="no-print text-sm text-soft">
            compare{" "}
            <select
              aria-label="What to compare"
              className="field text-base text-ink"
              value={by}
              onChange={(event) => setBy(event.target.value as ComparedBy)}
            >
              <option value="air">air by height</option>
              <option value="water">water by height</option>
              <option value="retention">water at a suction</option>
              <option value="conductivity">conductivity</option>
            </select>
          </label>
        </div>
        <Compared curved={curved} by={by} system={system} />
      </div>
      <ul className="mt-6 space-y-1">
        {curved.map(({ id, name }, i) => (
          <li key={id} className="flex items-center gap-2">
            <DashSwatch index={i} />
            <Link href={mediumAddress(id)}>{name}</Link>
            <button
              type="button"
              className="ml-auto text-sm text-soft underline pointer-coarse:min-h-11"
              onClick={() => onTakeOut(id)}
              aria-label={`Take ${name} out`}
            >
              take out
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
