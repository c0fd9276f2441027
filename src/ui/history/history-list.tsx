"use client";
import { useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useForm } from "react-hook-form";
import type { DropNameInput, GoBackInput, HistoryPage, NameVersionInput, VersionLine } from "@/formats/history/actions";
import type { WriteOutcome } from "@/formats/setup/actions";
import { SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { When } from "../common/when";
import { runsOf } from "./runs";

export type HistoryActions = {
  readonly name: (input: NameVersionInput) => Promise<string | undefined>;
  readonly drop: (input: DropNameInput) => Promise<boolean>;
  readonly goBack: (input: GoBackInput) => Promise<WriteOutcome>;
};

type Compared = { readonly revisionId: number; readonly differences: readonly string[] };

/** All versions of a setup, to be read, named, held against the present one, and gone back to. */
export function HistoryList({
  history,
  isFirstPage,
  compared,
  actions,
}: {
  history: HistoryPage;
  isFirstPage: boolean;
  compared: Compared | undefined;
  actions: HistoryActions;
}) {
  const { setupId, name, lines, named, before } = history;
  const [said, setSaid] = useState("");
  const row = { history, compared, actions, onSaid: setSaid };
  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/history" name={name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-[52rem] px-4 pb-16 pt-6">
        <p className="hidden font-serif text-2xl font-semibold print:block">{name || "Without a name"}</p>
        <p className="text-soft">
          Every change of it, the newest first. Going back is a change too: nothing that came after is lost.
        </p>
        <p role="status" className={said === "" ? "sr-only" : "mt-3 border-l-2 border-rule-strong pl-3"}>
          {said}
        </p>
        {isFirstPage && named.length > 0 && (
          <section aria-labelledby="named" className="mt-5">
            <h2 id="named" className="text-xl">
              Versions with a name
            </h2>
            <ol className="mt-1">
              {named.map((line) => (
                <VersionRow key={line.revisionId} line={line} count={1} {...row} />
              ))}
            </ol>
          </section>
        )}
        <section aria-labelledby="all" className="mt-6">
          <h2 id="all" className="text-xl">
            All changes
          </h2>
          <ol className="mt-1">
            {runsOf(lines).map(({ newest, count }) => (
              <VersionRow key={newest.revisionId} line={newest} count={count} {...row} />
            ))}
          </ol>
        </section>
        <nav aria-label="Pages of the history" className="mt-4 flex gap-4">
          {!isFirstPage && <Link href={`/setups/${setupId}/history`}>The newest</Link>}
          {before !== undefined && <Link href={`/setups/${setupId}/history?before=${before}`}>Older ones</Link>}
        </nav>
      </main>
    </>
  );
}

const LINK = "text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11";

function VersionRow({
  line,
  count,
  history,
  compared,
  actions,
  onSaid,
}: {
  line: VersionLine;
  count: number;
  history: HistoryPage;
  compared: Compared | undefined;
  actions: HistoryActions;
  onSaid: (said: string) => void;
}) {
  const router = useRouter();
  const { setupId, version } = history;
  const { revisionId, label, savedAt, names, at, whole } = line;
  const [naming, setNaming] = useState(false);
  const held = compared?.revisionId === revisionId ? compared : undefined;
  const goBack = async (): Promise<void> => {
    const outcome = await actions.goBack({ setupId, revisionId, baseVersion: version }).catch(() => undefined);
    if (outcome?.status === "saved") {
      onSaid("That version is the setup now. Undo in its design takes it back.");
      return router.refresh();
    }
    onSaid(
      outcome?.status === "refused"
        ? outcome.problems.map(({ message }) => message).join(" ")
        : "Marlstone does not answer. Nothing was changed; try again.",
    );
    router.refresh();
  };
  return (
    <li className={`border-t border-rule py-2 ${at === "aside" ? "text-soft" : ""}`}>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <span className="w-44 shrink-0 text-[0.95rem] text-soft">
          <When at={savedAt} />
        </span>
        <span className="min-w-0 grow basis-60">
          {label}
          {count > 1 ? `, ${count} times` : ""}
          {at === "now" && <b> (now)</b>}
          {at === "aside" && " (left by going back)"}
          {!whole && <span className="text-trouble"> (cannot be read)</span>}
        </span>
        <span className="flex flex-wrap gap-x-3">
          {at !== "now" && whole && (
            <>
              <Link
                href={`/setups/${setupId}/history${held ? "" : `?with=${revisionId}`}`}
                scroll={false}
                className={LINK}
                aria-expanded={held !== undefined}
              >
                {held ? "close" : "compare with now"}
              </Link>
              <button type="button" className={LINK} aria-label={`Go back to ${label}`} onClick={() => void goBack()}>
                go back
              </button>
            </>
          )}
          <button
            type="button"
            className={LINK}
            aria-expanded={naming}
            aria-label={`Name ${label}`}
            onClick={() => setNaming(!naming)}
          >
            name
          </button>
        </span>
      </div>
      {names.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-x-4 sm:pl-48">
          {names.map(({ id, name }) => (
            <li key={id}>
              <b>“{name}”</b>{" "}
              <button
                type="button"
                className={`${LINK} text-soft`}
                aria-label={`Drop the name ${name}`}
                onClick={() =>
                  void actions
                    .drop({ setupId, nameId: id })
                    .catch(() => false)
                    .then((done) => {
                      onSaid(
                        done ? `The name “${name}” is dropped; the version stays.` : "The name could not be dropped.",
                      );
                      router.refresh();
                    })
                }
              >
                drop
              </button>
            </li>
          ))}
        </ul>
      )}
      {naming && (
        <NameForm
          label={label}
          onName={async (name) => {
            const why = await actions
              .name({ setupId, revisionId, name })
              .catch(() => "Marlstone does not answer. It is not named yet; try again.");
            if (why !== undefined) return why;
            setNaming(false);
            onSaid(`That version is called “${name.trim()}” now.`);
            router.refresh();
            return undefined;
          }}
        />
      )}
      {held && (
        <div className="mt-1 border-l-2 border-water pl-3 sm:ml-48">
          {held.differences.length === 0 ? (
            <p>It is as it was then.</p>
          ) : (
            <>
              <p>Now it is, against then:</p>
              <ul className="list-disc pl-5">
                {held.differences.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
            </>
          )}
        </div>
      )}
    </li>
  );
}

function NameForm({ label, onName }: { label: string; onName: (name: string) => Promise<string | undefined> }) {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { name: "" } });
  const said = formState.errors.name?.message;
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2 sm:pl-48"
      onSubmit={(event) =>
        void handleSubmit(async ({ name }) => {
          const why = await onName(name);
          if (why !== undefined) setError("name", { message: why });
        })(event)
      }
    >
      <label>
        <span className="block text-sm text-soft">A name for this version, such as “before the hot summer”</span>
        <input
          {...register("name", { validate: (name) => name.trim() !== "" || "Write a name for this version." })}
          autoFocus
          className="field w-72"
          maxLength={120}
          aria-label={`Name for the version ${label}`}
          aria-invalid={said !== undefined}
        />
      </label>
      <button type="submit" className="press" disabled={formState.isSubmitting}>
        Keep the name
      </button>
      {said !== undefined && (
        <span className="said basis-full" role="alert">
          {said}
        </span>
      )}
    </form>
  );
}
