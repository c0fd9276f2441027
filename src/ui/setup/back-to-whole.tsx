"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import type { WriteOutcome } from "@/formats/setup/actions";

/** Brings a setup's last whole version back. */
export function BackToWhole({
  setupId,
  onRestore,
}: {
  setupId: string;
  onRestore: (input: { setupId: string }) => Promise<WriteOutcome>;
}) {
  const router = useRouter();
  const [failed, setFailed] = useState(false);
  const restore = async (): Promise<void> => {
    const outcome = await onRestore({ setupId }).catch(() => undefined);
    if (outcome?.status === "saved") router.refresh();
    else setFailed(true);
  };
  return (
    <>
      <button type="button" className="press press-main ml-1" onClick={() => void restore()}>
        Go back to it
      </button>
      {failed && (
        <span className="said mt-2 block" role="alert">
          That did not work; nothing was changed. Is Marlstone still running?
        </span>
      )}
    </>
  );
}
