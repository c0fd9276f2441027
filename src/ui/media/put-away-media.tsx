"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";

/** Own media that were put away, to be taken back. */
export function PutAwayMedia({
  putAway,
  takeBack,
}: {
  putAway: readonly { readonly id: string; readonly name: string }[];
  takeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  if (putAway.length === 0) return null;
  const back = async (id: string): Promise<void> => {
    const done = await takeBack({ id }).catch(() => false);
    setSaid(done ? "" : "It could not be taken back. It is still put away, nothing is lost.");
    if (done) router.refresh();
  };
  return (
    <details className="no-print mt-1 text-[0.95rem]">
      <summary className="text-soft pointer-coarse:min-h-11">put away ({putAway.length})</summary>
      <ul>
        {putAway.map(({ id, name }) => (
          <li key={id}>
            {name}{" "}
            <button
              type="button"
              className="underline decoration-dotted pointer-coarse:min-h-11"
              aria-label={`Take ${name} back`}
              onClick={() => void back(id)}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
      {said !== "" && (
        <p className="said" role="alert">
          {said}
        </p>
      )}
    </details>
  );
}
