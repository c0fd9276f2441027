"use client";
import { useEffect } from "react";
import { QuestionClient } from "@/workers/questions.client";
import { type SetupStore } from "../open-setup/setup-store";
import { questionsOf } from "../open-setup/asked";
import { type PLACES } from "../open-setup/page-state";

/** Has workers answer what the page wants to know and what takes longer than a frame. */
export function useAnswers(store: SetupStore): void {
  useEffect(() => {
    const client = new QuestionClient<typeof PLACES>(store.medium, store.take);
    // an answer that is there already comes while it is asked for, and changes what is asked: once more, not one inside
    // the other
    let asking = false;
    let again = false;
    const ask = (): void => {
      again = asking;
      if (asking) return;
      do {
        again = false;
        asking = true;
        client.want(questionsOf(store.getState(), store.ownOccupants));
        asking = false;
      } while (again);
    };
    ask();
    const stop = store.subscribe(ask);
    return () => {
      stop();
      client.end();
    };
  }, [store]);
}
