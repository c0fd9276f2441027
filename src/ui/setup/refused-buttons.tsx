"use client";
import type { SaveQueue, SetupActions } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";

/**
 * After a refused write: the way back to what is stored. The refused changes stay in this browser until the grower says
 * so.
 */
export function RefusedButtons({
  store,
  queue,
  actions,
  setupId,
}: {
  store: SetupStore;
  queue: SaveQueue;
  actions: SetupActions;
  setupId: string;
}) {
  const goBack = async (): Promise<void> => {
    const state = await actions.reload({ setupId }).catch(() => undefined);
    if (!state)
      return store.say(
        "Marlstone does not answer, or the stored version cannot be read. Your changes stay in this browser.",
      );
    store.adopt(state);
    queue.giveUp(state.version);
  };
  return (
    <>
      <button type="button" className="press" onClick={() => queue.tryAgain()}>
        Try again
      </button>
      <button type="button" className="press" onClick={() => void goBack()}>
        Go back to what is stored
      </button>
    </>
  );
}
