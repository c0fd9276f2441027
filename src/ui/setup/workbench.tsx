"use client";
import { setupDocument } from "@/formats/setup/document";
import { late } from "../common/late";
import { useCallback, useEffect, useState } from "react";
import { useRouter } from "next/navigation";
import { Redo2, Undo2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useStore } from "zustand";
import { rename } from "@/core/stack/edit";
import type { MixToMake } from "@/formats/mix/document";
import type { SetupState } from "@/formats/setup/actions";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { Result } from "@/core/units/problem";
import { useCarried, type Carried } from "../common/carried";
import { lookupIn } from "../common/media";
import { useUnits } from "../common/preferences";
import { TextField } from "../fields/text-field";
import { SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { isTyping } from "../common/typing";
import { Board } from "../section/board";
import { BoardTools } from "./board-tools";
import { holdPage } from "../outbox/drawer";
import { livingOr } from "../outbox/outbox";
import { useLeaving } from "../outbox/use-leaving";
import { keeperFor, leftOvers } from "../open-setup/kept-changes";
import type { Standing } from "../occupants/standings";
import { LivingHere } from "./living-here";
import { ReadingsPanel } from "./readings-panel";
import { SaveQueue, sendLeftOver, latestOf, type OnStored, type SetupActions } from "../open-setup/save-queue";
import { SavingState } from "./saving-state";
import { makeSetupStore, type Offer, type SetupStore } from "../open-setup/setup-store";
import { removeLayer } from "../open-setup/layer-changes";
import { ADD_LAYER_ID, StackList } from "./stack-list";
import { useAnswers } from "./use-answers";
import { WaterPanel } from "./water-panel";
import { WhenReached } from "../common/when-reached";

const OccupantsPanel = late(() => import("../occupants/occupants-panel").then(({ OccupantsPanel: panel }) => panel));
const FixturesPanel = late(() => import("./fixtures-panel").then(({ FixturesPanel: panel }) => panel));
const VesselPanel = late(() => import("./vessel-panel").then(({ VesselPanel: panel }) => panel));
const SitePanel = late(() => import("./site-panel").then(({ SitePanel: panel }) => panel));
const SetAsideBar = late(() => import("./set-aside-bar").then(({ SetAsideBar: bar }) => bar));
const RefusedButtons = late(() => import("./refused-buttons").then(({ RefusedButtons: buttons }) => buttons));
const RunBar = late(() => import("./run-bar").then(({ RunBar: bar }) => bar));

/** A setup's page: stack, section, profile and readings, with every change saved as it is made. */
export function Workbench({
  initial,
  media: mediaText,
  mixes,
  ownOccupants,
  keepMix,
  standings,
  actions,
}: {
  initial: SetupState;
  media: Carried<Medium>;
  mixes: readonly MixToMake[];
  ownOccupants: readonly Occupant[];
  keepMix: (document: unknown) => Promise<Result<string>>;
  /** How those that live there stand, as the server knows it. */
  standings: readonly Standing[];
  actions: SetupActions;
}) {
  const system = useUnits();
  const media = useCarried(mediaText);
  const router = useRouter();
  const { store, queue } = useSavedStore(initial, { media, mixes, ownOccupants, keepMix }, actions);
  const name = useStore(store, (state) => state.setup.name);
  const [setAside] = useStore(store, (state) => state.setAside);
  const notice = useStore(store, (state) => state.notice);
  const isRefused = useStore(store, (state) => state.saving.kind === "refused");
  const isRun = useStore(store, (state) => state.run !== undefined);
  const newId = useCallback(() => nanoid(10), []);
  useKeys(store, queue);
  useAnswers(store);
  useEffect(() => {
    const wanted = store.getState().setup.layers.find(({ id }) => location.hash === `#${encodeURIComponent(id)}`);
    if (wanted) store.select(wanted.id);
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
    <div className="flex min-h-dvh flex-col lg:h-dvh print:block print:h-auto">
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
      {notice && (
        <p
          role="status"
          className="no-print flex items-center justify-between gap-3 border-b border-rule bg-sheet px-4 py-1.5 text-[0.95rem]"
        >
          {notice}
          <button type="button" className="press" onClick={() => store.say(undefined)}>
            Understood
          </button>
        </p>
      )}
      <h2 className="hidden px-4 pt-2 text-2xl print:block">{name}</h2>
      {/* each part is painted for itself: a drag then paints only what changes, in half the time */}
      <main className="[&>div]:isolate [&>div>*]:isolate grid min-h-0 grow grid-cols-1 gap-x-5 px-4 lg:grid-cols-[20.5rem_minmax(0,1fr)_19.5rem] lg:grid-rows-[auto_minmax(0,1fr)] print:block">
        <div className="order-3 space-y-3 py-3 lg:order-1 lg:row-span-2 lg:overflow-y-auto lg:pr-1 print:overflow-visible">
          <StackList store={store} newId={newId} />
          <WaterPanel store={store} />
          <WhenReached>
            <OccupantsPanel store={store} newId={newId} />
            <FixturesPanel store={store} newId={newId} />
            <VesselPanel store={store} />
            <SitePanel store={store} />
          </WhenReached>
        </div>
        <div className="order-1 flex min-h-[26rem] flex-col py-2 lg:order-2 lg:row-span-2 lg:min-h-0 print:block print:h-[13.5cm]">
          <BoardTools store={store} newId={newId} />
          <div className="h-[24rem] lg:h-auto lg:min-h-0 lg:grow print:h-[13cm]">
            <Board store={store} />
          </div>
          {isRun && <RunBar store={store} />}
        </div>
        <div className="order-2 border-t border-rule py-1 lg:order-3 lg:max-h-[60dvh] lg:overflow-y-auto lg:border-l lg:border-t-0 lg:pl-4 print:max-h-none print:overflow-visible print:border-l-0 print:pl-0">
          <LivingHere store={store} standings={standings} />
        </div>
        <div className="order-4 border-t border-rule-strong py-3 lg:overflow-y-auto lg:border-l lg:border-l-rule lg:pl-4 print:overflow-visible print:border-l-0 print:pl-0">
          <ReadingsPanel store={store} />
        </div>
      </main>
    </div>
  );
}

/** The page's store and the queue that saves it, for as long as the page is open. */
function useSavedStore(
  initial: SetupState,
  offer: Offer,
  actions: SetupActions,
): { store: SetupStore; queue: SaveQueue } {
  const [made] = useState(() => makeSaved(initial, offer, actions));
  const { store, queue } = made;
  const { setupId } = initial;

  useLeaving();
  useEffect(() => {
    const release = holdPage();
    const channel = new BroadcastChannel(`marlstone.setup.${setupId}`);
    /** Shows what another tab stored, when nothing here is unsaved or being dragged. */
    const follow = async (): Promise<void> => {
      const { setup, committed } = store.getState();
      if (queue.unsaved.length > 0 || setup !== committed) return void queue.flush();
      const state = await actions.reload({ setupId }).catch(() => undefined);
      if (!state || queue.unsaved.length > 0 || store.getState().setup !== committed || !queue.follow(state.version))
        return;
      store.adopt(state);
    };
    channel.onmessage = () => void follow();
    const announce = (): void => channel.postMessage("changed");
    queue.tell(announce);
    const onVisible = (): void => {
      if (document.visibilityState === "visible") void follow();
    };
    document.addEventListener("visibilitychange", onVisible);
    addEventListener("online", onVisible);
    void leftOvers(setupId).then(([last, ...others]) => {
      for (const { changes, forget } of others) sendLeftOver(setupId, changes, actions, forget);
      if (!last) return;
      // what has been changed meanwhile was made on what is stored, and goes on top
      if (!queue.isBusy) store.adopt({ ...initial, setup: latestOf(last.changes) });
      store.say("Changes that were not saved last time are taken up again.");
      // the queue keeps them under this tab's own name before they go under the other
      queue.adopt(last.changes);
      if (queue.isKept) last.forget();
    });
    return () => {
      release();
      channel.close();
      queue.tell(undefined);
      document.removeEventListener("visibilitychange", onVisible);
      removeEventListener("online", onVisible);
    };
    // once per page: the store and the queue outlive every render
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [setupId]);
  return made;
}

function makeSaved(initial: SetupState, offer: Offer, actions: SetupActions): { store: SetupStore; queue: SaveQueue } {
  const store: SetupStore = makeSetupStore(
    initial,
    lookupIn(offer.media, offer.mixes),
    (label, setup) => queue.push({ id: nanoid(16), label, document: setupDocument(setup) }),
    offer,
  );
  const onState: OnStored = (state, cause, caughtUp) => {
    // after a save the drawing is the newer one; after an undo it is the server's, unless more has been changed since
    if (cause === "stale" || (cause === "step" && caughtUp)) store.adopt(state);
    else store.adoptHistory(state);
  };
  const make = (): SaveQueue =>
    new SaveQueue(initial.setupId, initial.version, actions, keeperFor(initial.setupId), store.setSaving, onState);
  // whoever comes back to a setup while changes still wait finds them, and the same queue, again
  const queue = livingOr(`setup-${initial.setupId}`, (one: SaveQueue) => one.isBusy, make);
  const { unsaved } = queue;
  if (unsaved.length > 0) store.adopt({ ...initial, setup: latestOf(unsaved) });
  queue.listen(store.setSaving, onState);
  return { store, queue };
}

function HistoryButtons({ store, queue }: { store: SetupStore; queue: SaveQueue }) {
  const undoLabel = useStore(store, (state) => state.undoLabel);
  const redoLabel = useStore(store, (state) => state.redoLabel);
  return (
    <span className="flex gap-1">
      <button
        type="button"
        className="press"
        disabled={!undoLabel}
        aria-label={undoLabel ? `Undo: ${undoLabel}` : "Undo"}
        title={undoLabel ? `Undo: ${undoLabel}` : undefined}
        onClick={() => queue.step("undo")}
      >
        <Undo2 size={16} aria-hidden />
      </button>
      <button
        type="button"
        className="press"
        disabled={!redoLabel}
        aria-label={redoLabel ? `Redo: ${redoLabel}` : "Redo"}
        title={redoLabel ? `Redo: ${redoLabel}` : undefined}
        onClick={() => queue.step("redo")}
      >
        <Redo2 size={16} aria-hidden />
      </button>
    </span>
  );
}

function useKeys(store: SetupStore, queue: SaveQueue): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (document.querySelector("[role=dialog]")) return;
      const letter = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && letter === "z") {
        // a field with a draft keeps its own undo
        if (event.target instanceof HTMLInputElement && event.target.dataset.draft !== undefined) return;
        event.preventDefault();
        return queue.step(event.shiftKey ? "redo" : "undo");
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (letter === "a") {
        event.preventDefault();
        const add = document.getElementById(ADD_LAYER_ID);
        // letters typed before the list has come do not close it again
        if (add?.getAttribute("aria-expanded") !== "true") add?.click();
      }
      if (event.key === "Delete" && !(event.target instanceof HTMLLIElement)) {
        const { selectedId } = store.getState();
        if (selectedId) removeLayer(store, selectedId);
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [store, queue]);
}
