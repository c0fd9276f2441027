import { useState } from "react";
import { useRouter } from "next/navigation";
import type { WriteOutcome } from "@/formats/setup/actions";

const NO_ANSWER = "Marlstone does not answer, so nothing was stored. What you wrote stays here; try again.";

/** Stores one change of a setup from a form beside its year, says what kept it from being stored, and shows the year anew. */
export function useSending<Input>(store: (input: Input) => Promise<WriteOutcome>): {
  readonly said: string;
  readonly say: (words: string) => void;
  readonly busy: boolean;
  readonly send: (input: Input, then?: () => void) => void;
} {
  const router = useRouter();
  const [said, say] = useState("");
  const [busy, setBusy] = useState(false);
  const send = (input: Input, then?: () => void): void => {
    setBusy(true);
    void store(input)
      .catch((): WriteOutcome => ({ status: "refused", problems: [{ path: "", code: "", message: NO_ANSWER }] }))
      .then((outcome) => {
        if (outcome.status === "refused") say(outcome.problems.map(({ message }) => message).join(" "));
        else if (outcome.status === "missing") say("This setup is no longer in the database.");
        else {
          say("");
          then?.();
          router.refresh();
        }
      })
      .finally(() => setBusy(false));
  };
  return { said, say, busy, send };
}
