"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import { PutAwayList } from "../common/put-away-list";

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
    <div className="no-print mt-1 text-[0.95rem]">
      <PutAwayList putAway={putAway} onTakeBack={(id) => void back(id)} />
      {said !== "" && (
        <p className="said" role="alert">
          {said}
        </p>
      )}
    </div>
  );
}
