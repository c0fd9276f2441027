"use client";
import { useMemo, useState } from "react";
import { useStore } from "zustand";
import { schoolPairs } from "@/core/design/schools";
import { breaksCapillarity } from "@/core/stack/drainage-layer";
import { withLayer } from "@/core/stack/edit";
import { useUnits } from "../common/preferences";
import { SearchedChoice } from "../fields/searched-choice";
import { layerName } from "../open-setup/layer-changes";
import { layerOfKey } from "../open-setup/part-key";
import type { SetupActions } from "../open-setup/save-queue";
import { compareDrainage } from "../open-setup/compare-drainage";
import type { SetupStore } from "../open-setup/setup-store";
import { mediumChoices } from "../parts/layer/medium-choices";
import { Compared } from "./compared";

type Props = { store: SetupStore; newId: () => string; versionBefore: SetupActions["versionBefore"] };

const usePairs = (store: SetupStore): ReturnType<typeof schoolPairs> => {
  const committed = useStore(store, (state) => state.committed);
  return useMemo(() => schoolPairs(committed, store.medium), [committed, store]);
};

/** Every comparison in one place: the present state against itself as it is changed, done another way, or as it was. */
export function AgainstTold(props: Props) {
  const isHeld = useStore(props.store, (state) => state.held !== undefined);
  const pairs = usePairs(props.store);
  return isHeld ? <Compared store={props.store} /> : <Ways {...props} pairs={pairs} />;
}

export function AgainstNumber({ store }: { store: SetupStore }) {
  const isHeld = useStore(store, (state) => state.held !== undefined);
  const { length } = usePairs(store);
  return isHeld ? "held now" : length === 0 ? "" : length === 1 ? "one other way" : `${length} other ways`;
}

function Ways({ store, newId, versionBefore, pairs }: Props & { pairs: ReturnType<typeof schoolPairs> }) {
  const system = useUnits();
  const undoLabel = useStore(store, (state) => state.undoLabel);
  const isBare = useStore(store, (state) => state.setup.layers.length === 0);
  const without = useStore(store, ({ setup: { layers } }) => {
    const medium = layers[0] && store.medium(layers[0].mediumId);
    return medium !== undefined && !layers[0]!.rooted && breaksCapillarity(medium);
  });
  const isSaved = useStore(store, (state) => state.saving.kind === "saved");
  const [asking, setAsking] = useState(false);
  const before = async (): Promise<void> => {
    setAsking(true);
    const version = await versionBefore({ setupId: store.setupId }).catch(() => undefined);
    setAsking(false);
    if (version) {
      store.holdAgainst(version);
      if (store.getState().held) return;
      store.letGo();
      store.say("The version before cannot be computed with the media there are now; the history shows it.");
    } else store.say("The version before could not be fetched; nothing has changed. Try again in a moment.");
  };
  if (isBare) return <p className="text-[0.95rem]">There is nothing to hold yet.</p>;
  return (
    <div className="no-print">
      <p className="pb-1 text-sm leading-snug text-soft">
        What is done here is a change like any other: both stand side by side, and one press goes back.
      </p>
      <ul className="space-y-1 [&_button]:w-full [&_button]:text-left">
        <Way title="Keeps this state on show beside what you change" onPress={() => store.hold()}>
          Hold this state
        </Way>
        {/* until what is on show is stored, the server knows another one before it */}
        {undoLabel && (
          <Way disabled={asking || !isSaved} onPress={() => void before()}>
            The version before ({undoLabel})
          </Way>
        )}
        <Way onPress={() => compareDrainage(store, newId, system)}>
          {without ? "Without drainage layer" : "With drainage layer"}
        </Way>
        {pairs.map(({ id, label, setup }) => (
          <Way key={id} onPress={() => store.compare(label, setup, system)}>
            {label}
          </Way>
        ))}
        <li>
          <AnotherMedium store={store} />
        </li>
      </ul>
    </div>
  );
}

const Way = ({
  title,
  disabled = false,
  onPress,
  children,
}: {
  title?: string;
  disabled?: boolean;
  onPress: () => void;
  children: React.ReactNode;
}) => (
  <li>
    <button type="button" className="press" title={title} disabled={disabled} onClick={onPress}>
      {children}
    </button>
  </li>
);

/** The chosen layer in another medium, or the thickest that has roots. */
function AnotherMedium({ store }: { store: SetupStore }) {
  const system = useUnits();
  const layer = useStore(store, ({ setup: { layers }, chosen }) => {
    const id = layerOfKey(chosen);
    const rooted = layers.filter((one) => one.rooted);
    const among = rooted.length > 0 ? rooted : layers;
    return (
      layers.find((one) => one.id === id) ??
      among.reduce((most, one) => (one.thicknessCm > most.thicknessCm ? one : most), among[0]!)
    );
  });
  const groups = useMemo(() => mediumChoices(store), [store]);
  if (!layer) return null;
  const name = layerName(layer, store);
  return (
    <span className="flex items-center gap-2 text-[0.95rem]">
      <span className="shrink-0">{name} of</span>
      <SearchedChoice
        label={`Held against ${name} of another medium`}
        chosen={layer.mediumId}
        shown="another medium…"
        groups={groups}
        className="min-w-0 grow"
        onChoose={(mediumId) =>
          store.compare(
            `${name} to ${store.medium(mediumId)?.name ?? mediumId}`,
            withLayer(store.getState().committed, layer.id, { mediumId }),
            system,
          )
        }
      />
    </span>
  );
}
