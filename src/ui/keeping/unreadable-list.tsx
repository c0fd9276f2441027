"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import type { Unreadable, UnreadableInput, UnreadableKind } from "@/formats/unreadable";
import { When } from "../common/when";

export type UnreadableActions = {
  readonly backToWhole: (input: UnreadableInput) => Promise<boolean>;
  readonly putAway: (input: UnreadableInput) => Promise<boolean>;
};

const WORDS: Record<UnreadableKind, string> = {
  setup: "setup",
  mix: "mix",
  medium: "medium of your own",
  living: "living thing of your own",
};

/** What is stored and cannot be read: nothing else is affected, and it is left as it is until it is settled here. */
export function UnreadableList({
  unreadable,
  actions,
}: {
  unreadable: readonly Unreadable[];
  actions: UnreadableActions;
}) {
  const router = useRouter();
  const [failed, setFailed] = useState("");
  const settle = (action: (input: UnreadableInput) => Promise<boolean>, { what, id }: Unreadable): void => {
    setFailed("");
    void action({ what, id }).then(
      (done) => (done ? router.refresh() : setFailed(id)),
      () => setFailed(id),
    );
  };
  return (
    <section aria-labelledby="unreadable" className="mt-8">
      <h2 id="unreadable" className="text-xl">
        What cannot be read
      </h2>
      <p className="mt-1">
        Something other than Marlstone changed what is stored of these, or a file brought it. It is left as it is, and
        nothing else is affected.
      </p>
      <ul className="mt-2">
        {unreadable.map((one) => (
          <li key={`${one.what} ${one.id}`} className="border-b border-rule py-2">
            <p>
              <span className="font-semibold">{one.name || one.id}</span>, a {WORDS[one.what]}.{" "}
              {one.wholeAt ? (
                <>
                  Its last version that is whole was saved on <When at={one.wholeAt} />.
                </>
              ) : (
                "No version of it is whole; a backup may hold one."
              )}
            </p>
            <div className="mt-1 flex flex-wrap gap-2">
              {one.wholeAt && (
                <button type="button" className="press" onClick={() => settle(actions.backToWhole, one)}>
                  Go back to that
                </button>
              )}
              <a className="press" href={`/keeping/unreadable/${one.what}/${one.id}`} download>
                Take it out as a file
              </a>
              <button type="button" className="press" onClick={() => settle(actions.putAway, one)}>
                Put it away
              </button>
            </div>
            {failed === one.id && (
              <p className="said" role="alert">
                That did not work; nothing was changed.
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
