"use client";
import { useStore } from "zustand";
import { stateLine } from "@/core/readings/sentences";
import { type Setup } from "@/core/stack/setup";
import { stackHeightCm } from "@/core/stack/geometry";
import { formatLength } from "@/core/units/units";
import type { SetAside } from "@/formats/setup/actions";
import { useUnits } from "../common/preferences";
import { type SetupStore } from "../open-setup/setup-store";
import { viewOf } from "../open-setup/derived";

/** A version that came too late: both are shown in words, and the grower chooses. Nothing is lost either way. */
export function SetAsideBar({
  store,
  mine,
  onChoose,
}: {
  store: SetupStore;
  mine: SetAside;
  onChoose: (choice: "use" | "copy" | "drop") => void;
}) {
  const system = useUnits();
  const theirs = useStore(store, (state) => state.committed);
  return (
    <div
      role="alertdialog"
      aria-label="Two versions of this setup"
      className="no-print border-b border-trouble bg-trouble-wash px-4 py-3"
    >
      <p className="font-semibold">
        This setup was changed elsewhere while you were changing it here. Both versions are kept; nothing was
        overwritten.
      </p>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-[0.95rem]">
        <dt className="text-soft">On show, stored</dt>
        <dd>{inWords(theirs, store, system)}</dd>
        <dt className="text-soft">
          Set aside, {mine.steps > 1 ? `after ${mine.steps} changes, ` : ""}
          {mine.label.toLowerCase()}
        </dt>
        <dd>{inWords(mine.setup, store, system)}</dd>
      </dl>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="press" onClick={() => onChoose("drop")}>
          Keep the one on show
        </button>
        <button type="button" className="press" onClick={() => onChoose("use")}>
          Use the one set aside
        </button>
        <button type="button" className="press" onClick={() => onChoose("copy")}>
          Make the one set aside a setup of its own
        </button>
      </div>
    </div>
  );
}

function inWords(setup: Setup, store: SetupStore, system: Parameters<typeof stateLine>[1]): string {
  const view = viewOf(setup, store.medium);
  const layers = `${setup.layers.length} ${setup.layers.length === 1 ? "layer" : "layers"}, ${formatLength(stackHeightCm(setup), system)} high`;
  const names = setup.layers
    .map(
      (layer) =>
        `${layer.name || (store.medium(layer.mediumId)?.name ?? layer.mediumId)} ${formatLength(layer.thicknessCm, system)}`,
    )
    .reverse()
    .join(", ");
  return `“${setup.name}”: ${layers}${names ? ` (${names})` : ""}. ${view.ok ? `${stateLine(view.value.readings, system)}.` : ""}`;
}
