import { useState } from "react";
import { useRouter } from "next/navigation";
import { nanoid } from "nanoid";
import type { KeepInput, KeepingEntry, KeepOutcome } from "@/formats/schedule/schema";

export type Keep = (input: KeepInput) => Promise<KeepOutcome>;
const NO_ANSWER = "Marlstone does not answer, so nothing was stored. Try again.";

/** Stores what was done, and shows the days anew; says what kept it from being stored. */
export function useKeeping(): {
  readonly said: string;
  readonly busy: boolean;
  /** @param otherwise  where it was not stored, for what showed it already */
  readonly send: (store: () => Promise<KeepOutcome>, then?: () => void, otherwise?: () => void) => void;
} {
  const router = useRouter();
  const [said, say] = useState("");
  const [busy, setBusy] = useState(false);
  const send = (store: () => Promise<KeepOutcome>, then?: () => void, otherwise?: () => void): void => {
    setBusy(true);
    void store()
      .catch((): KeepOutcome => ({ status: "refused", message: NO_ANSWER }))
      .then((outcome) => {
        if (outcome.status === "refused") {
          say(outcome.message);
          otherwise?.();
          return;
        }
        say("");
        then?.();
        router.refresh();
      })
      .finally(() => setBusy(false));
  };
  return { said, busy, send };
}

export const oneEntry = (setupId: string, entry: KeepingEntry): KeepInput => ({
  setupId,
  entries: [{ entryId: nanoid(16), entry }],
});
