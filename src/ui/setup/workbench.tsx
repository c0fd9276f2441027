"use client";
import { useCallback, useEffect } from "react";
import { useRouter } from "next/navigation";
import { nanoid } from "nanoid";
import { useStore } from "zustand";
import { rename } from "@/core/stack/edit";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { Result } from "@/core/units/problem";
import type { MixToMake } from "@/formats/mix/document";
import type { SetupState } from "@/formats/setup/actions";
import { useCarried, type Carried } from "../common/carried";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { useReached } from "../common/when-reached";
import { TextField } from "../fields/text-field";
import { SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { partKey } from "../open-setup/part-key";
import type { SetupActions } from "../open-setup/save-queue";
import { HistoryButtons } from "./history-buttons";
import { Instrument, type Known } from "./instrument";
import { SavingState } from "./saving-state";
import { useAnswers } from "./use-answers";
import { useKeys } from "./use-keys";
import { useSavedStore } from "./use-saved-store";

const NoticeToast = late(() => import("./notice-toast").then(({ NoticeToast: toast }) => toast), undefined, "unspoken");
const SetAsideBar = late(() => import("./set-aside-bar").then(({ SetAsideBar: bar }) => bar));
const RefusedButtons = late(() => import("./refused-buttons").then(({ RefusedButtons: buttons }) => buttons));

/** A setup's page: parts, section and what it means, with every change saved as it is made. */
export function Workbench({
  initial,
  media: mediaText,
  mixes,
  ownOccupants,
  kindNames,
  places,
  keepMix,
  known,
  actions,
}: {
  initial: SetupState;
  media: Carried<Medium>;
  mixes: readonly MixToMake[];
  ownOccupants: readonly Occupant[];
  kindNames: Readonly<Record<string, string>>;
  places: readonly { readonly id: string; readonly name: string }[];
  keepMix: (document: unknown) => Promise<Result<string>>;
  known: Known;
  actions: SetupActions;
}) {
  const system = useUnits();
  const media = useCarried(mediaText);
  const router = useRouter();
  const { store, queue } = useSavedStore(initial, { media, mixes, ownOccupants, kindNames, places, keepMix }, actions);
  const name = useStore(store, (state) => state.setup.name);
  const [setAside] = useStore(store, (state) => state.setAside);
  const notice = useStore(store, (state) => state.notice);
  const isRefused = useStore(store, (state) => state.saving.kind === "refused");
  const newId = useCallback(() => nanoid(10), []);
  const reached = useReached();
  useEffect(() => {
    // what is said when the server has gone must be there by then
    if (reached) NoticeToast.ahead();
  }, [reached]);
  useKeys(store, queue);
  useAnswers(store);
  useEffect(() => {
    if (location.hash === "#place") return store.openPart(partKey("place"));
    const wanted = store.getState().setup.layers.find(({ id }) => location.hash === `#${encodeURIComponent(id)}`);
    if (wanted) store.openPart(partKey("layer", wanted.id));
  }, [store]);

  const choose = async (choice: "use" | "copy" | "drop"): Promise<void> => {
    const outcome = await actions
      .settleSetAside({ setupId: initial.setupId, revisionId: setAside!.revisionId, choice })
      .catch(() => undefined);
    if (!outcome) return store.say("Marlstone does not answer. Both versions are still kept; try again in a moment.");
    if (outcome.status !== "saved")
      return store.say("This version could not be taken up; reload the page to see what is stored.");
    store.adopt(outcome.state);
    queue.follow(outcome.state.version);
    if (outcome.copyId) router.push(`/setups/${outcome.copyId}`);
  };

  return (
    <div className="flex min-h-[calc(100dvh-3rem)] flex-col lg:h-dvh print:block print:h-auto">
      <SiteHeader>
        <SetupHead
          setupId={initial.setupId}
          here=""
          name={
            <TextField
              label="Name of the setup"
              value={name}
              className="w-[min(24rem,70vw)] font-serif font-semibold"
              onOffer={(text) => store.offer(`Named ${text}`, rename(store.getState().committed, text), system)}
            />
          }
        >
          <HistoryButtons store={store} queue={queue} />
          <SavingState store={store} />
          {isRefused && <RefusedButtons store={store} queue={queue} actions={actions} setupId={initial.setupId} />}
        </SetupHead>
      </SiteHeader>
      {setAside && <SetAsideBar store={store} mine={setAside} onChoose={(choice) => void choose(choice)} />}
      {notice && <NoticeToast key={notice} text={notice} onRead={() => store.say(undefined)} />}
      <h2 className="hidden px-4 pt-2 text-2xl print:block">{name}</h2>
      <Instrument store={store} newId={newId} known={known} versionBefore={actions.versionBefore} />
    </div>
  );
}
