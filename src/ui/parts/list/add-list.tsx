"use client";
import { useEffect, useState } from "react";
import { untilLoaded } from "../../common/late";
import { useUnits } from "../../common/preferences";
import { ChoicePopover, type ChoiceGroup } from "../../fields/choice-popover";
import { PART_KINDS, type PartKey, type PartKind } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import type { Adding } from "../part";
import { PARTS } from "../registry";

/** Layers first, then what is built in, then what lives there. */
const OFFERED: readonly PartKind[] = ["layer", "fixture", "false-bottom", "planting", "occupant"];
const kindsOffered = [...OFFERED, ...PART_KINDS.filter((kind) => !OFFERED.includes(kind))];
const BETWEEN = " ";

/** All that can be put into a setup, of every kind of part. */
export function AddList({
  store,
  newId,
  anchor,
  onClose,
}: {
  store: SetupStore;
  newId: () => string;
  anchor: React.RefObject<HTMLButtonElement | null>;
  onClose: (byKey: boolean, added?: PartKey) => void;
}) {
  const system = useUnits();
  const [offers, setOffers] = useState<readonly (readonly [PartKind, Adding])[]>();
  useEffect(() => {
    const loading = kindsOffered.flatMap((kind) => {
      const { adding } = PARTS[kind];
      return adding === "always there" ? [] : [untilLoaded(adding).then((loaded) => [kind, loaded] as const)];
    });
    void Promise.all(loading).then(setOffers, () => onClose(true));
    // once per opening
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  if (!offers) return null;
  return (
    <ChoicePopover
      label="What to add"
      chosen=""
      groups={merged(
        offers.flatMap(([kind, adding]) =>
          adding.groups(store).map(({ heading, choices }) => ({
            heading,
            choices: choices.map((choice) => ({ ...choice, id: `${kind}${BETWEEN}${choice.id}` })),
          })),
        ),
      )}
      anchor={anchor}
      onSelect={(id) => {
        const at = id.indexOf(BETWEEN);
        const adding = offers.find(([kind]) => kind === id.slice(0, at))![1];
        onClose(true, adding.add(store, id.slice(at + 1), newId, system));
      }}
      onClose={(byKey) => onClose(byKey)}
    />
  );
}

/** Kinds of parts may share a heading. */
function merged(groups: readonly ChoiceGroup[]): ChoiceGroup[] {
  const byHeading = new Map<string, ChoiceGroup>();
  for (const { heading, choices } of groups)
    byHeading.set(heading, { heading, choices: [...(byHeading.get(heading)?.choices ?? []), ...choices] });
  return [...byHeading.values()];
}
