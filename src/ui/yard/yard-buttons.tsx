"use client";
import { useEffect, useState, useTransition } from "react";
import { useRouter } from "next/navigation";

export type YardActions = {
  readonly copy: (input: { setupId: string }) => Promise<string | undefined>;
  readonly putAway: (input: { setupId: string }) => Promise<boolean>;
  readonly takeBack: (input: { setupId: string }) => Promise<boolean>;
};

type Props = { readonly setupId: string; readonly name: string; readonly actions: YardActions };

const BUTTON =
  "text-sm text-soft underline decoration-dotted hover:text-ink disabled:opacity-50 pointer-coarse:min-h-11 pointer-coarse:px-2";

/** Copy, and off the shelf; what is put away can be taken back, so nothing asks first. */
export function PutAwayButton({ setupId, name, actions }: Props) {
  const { run, pending, said } = useRun();
  return (
    <p className="mt-1 flex gap-3">
      <button
        type="button"
        className={BUTTON}
        disabled={pending}
        aria-label={`Copy ${name}`}
        onClick={() => run(async () => (await actions.copy({ setupId })) !== undefined)}
      >
        copy
      </button>
      <button
        type="button"
        className={BUTTON}
        disabled={pending}
        aria-label={`Put away ${name}`}
        onClick={() => run(() => actions.putAway({ setupId }))}
      >
        put away
      </button>
      {said && (
        <span className="said" role="alert">
          {said}
        </span>
      )}
    </p>
  );
}

export function TakeBackButton({ setupId, name, actions }: Props) {
  const { run, pending, said } = useRun();
  return (
    <p className="mt-1">
      <button
        type="button"
        className={BUTTON}
        disabled={pending}
        aria-label={`Take back ${name}`}
        onClick={() => run(() => actions.takeBack({ setupId }))}
      >
        take back
      </button>
      {said && (
        <span className="said" role="alert">
          {said}
        </span>
      )}
    </p>
  );
}

function useRun(): { run: (action: () => Promise<boolean>) => void; pending: boolean; said: string | undefined } {
  const router = useRouter();
  const [pending, start] = useTransition();
  const [said, setSaid] = useState<string | undefined>();
  const run = (action: () => Promise<boolean>): void =>
    start(async () => {
      const done = await action().catch(() => false);
      setSaid(done ? undefined : "That did not work; nothing was changed.");
      if (done) router.refresh();
    });
  return { run, pending, said };
}

/**
 * Whether the yard has been on show in this document; a document that was loaded as the yard is fresh the first time.
 */
let shownBefore = false;

/** Coming back to the yard shows setups as they are now, not as the browser remembers the page. */
export function RefreshOnShow() {
  const router = useRouter();
  useEffect(() => {
    if (shownBefore) router.refresh();
    shownBefore = true;
    const onShow = (event: PageTransitionEvent): void => {
      if (event.persisted) router.refresh();
    };
    addEventListener("pageshow", onShow);
    return () => removeEventListener("pageshow", onShow);
  }, [router]);
  return null;
}
