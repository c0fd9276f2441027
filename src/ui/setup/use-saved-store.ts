"use client";
import { useEffect, useState } from "react";
import { nanoid } from "nanoid";
import { setupDocument } from "@/formats/setup/document";
import type { SetupState } from "@/formats/setup/actions";
import { lookupIn } from "../common/media";
import { keeperFor, leftOvers } from "../open-setup/kept-changes";
import {
  SaveQueue,
  sendLeftOver,
  latestLeft,
  latestOf,
  type OnStored,
  type SetupActions,
} from "../open-setup/save-queue";
import { makeSetupStore, type Offer, type SetupStore } from "../open-setup/setup-store";
import { holdPage } from "../outbox/drawer";
import { livingOr } from "../outbox/outbox";
import { useLeaving } from "../outbox/use-leaving";

/** The page's store and the queue that saves it, for as long as the page is open. */
export function useSavedStore(
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
    void leftOvers(setupId).then(async ([last, ...others]) => {
      for (const { changes, forget } of others) sendLeftOver(setupId, changes, actions, forget);
      if (!last) return;
      const setup = await latestLeft(last.changes);
      // what has been changed meanwhile was made on what is stored, and goes on top
      if (!queue.isBusy) store.adopt({ ...initial, setup });
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
    else store.adoptHistory(state, caughtUp);
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
