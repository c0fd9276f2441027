import type { Unreadable } from "@/formats/unreadable";
import { SiteHeader } from "../head/site-header";
import { UnreadableList, type UnreadableActions } from "./unreadable-list";

export type Counts = {
  readonly setups: number;
  readonly mixes: number;
  readonly ownMedia: number;
  /** Of all of them, kept for going back. */
  readonly versions: number;
};

const COMMAND = "block overflow-x-auto whitespace-pre border-l-2 border-rule-strong py-1 pl-3 font-mono text-[0.9rem]";

/** What is kept here, how to take a copy of it away and bring one back, and who can reach it. */
export function KeepingPage({
  counts: { setups, mixes, ownMedia, versions },
  openness: { hasPassphrase, boundTo, names },
  isGuest,
  unreadable,
  actions,
}: {
  counts: Counts;
  openness: {
    readonly hasPassphrase: boolean;
    readonly boundTo: string | undefined;
    readonly names: readonly string[];
  };
  isGuest: boolean;
  unreadable: readonly Unreadable[];
  actions: UnreadableActions;
}) {
  const isOpen = hasPassphrase && (boundTo !== undefined || names.length > 0);
  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-2xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">Keeping it</h1>
        <p className="mt-1">
          {counted(setups, "setup", "setups")}, {counted(mixes, "mix", "mixes")} and{" "}
          {counted(ownMedia, "medium", "media")} of your own, with {counted(versions, "version", "versions")} to go back
          to: all of it on the machine Marlstone runs on, and nowhere else.
        </p>

        {unreadable.length > 0 && <UnreadableList unreadable={unreadable} actions={actions} />}

        <section aria-labelledby="backup" className="mt-8">
          <h2 id="backup" className="text-xl">
            A copy, elsewhere
          </h2>
          <p className="mt-1">
            A backup is one file with everything in it. It is read back before it counts. Keep it on another machine or
            a stick.
          </p>
          <form method="post" action="/keeping/backup" className="mt-3">
            <button type="submit" className="press press-main">
              Download a backup
            </button>
          </form>
          <p className="mt-4">On the machine itself, while Marlstone runs or not:</p>
          <code className={COMMAND}>npm run backup -- FILE</code>
          <p className="mt-3">
            To bring one back, stop Marlstone first. What is here then is moved aside, not deleted:
          </p>
          <code className={COMMAND}>npm run restore -- FILE</code>
        </section>

        <section aria-labelledby="open" className="mt-8">
          <h2 id="open" className="text-xl">
            Who can reach it
          </h2>
          {isOpen ? (
            <p className="mt-1">
              {boundTo !== undefined ? "Other devices on the network" : `Whoever asks for ${names.join(" or ")}`} can,
              once they say the passphrase. On the machine itself nobody is asked.
            </p>
          ) : (
            <>
              <p className="mt-1">
                This machine alone. To look from a phone in the same house, set a passphrase, then start Marlstone open
                to the network:
              </p>
              <code className={COMMAND}>{"npm run passphrase\nMARLSTONE_HOST=0.0.0.0 npm run demo"}</code>
            </>
          )}
          <p className="mt-3 text-soft">
            Over plain HTTP, whoever listens on the network reads along, the passphrase too. Let only a network you
            trust reach it, and put HTTPS before it for any other; the README says how.
          </p>
          {isGuest && (
            <form method="post" action="/enter/out" className="mt-3">
              <button type="submit" className="press">
                Leave on this device
              </button>
            </form>
          )}
        </section>
      </main>
    </>
  );
}

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;
