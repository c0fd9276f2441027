"use client";
import { useEffect, useMemo, useState } from "react";
import { useRouter } from "next/navigation";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import { failed, problem, type Problem, type Result } from "@/core/units/problem";
import { setupProblems } from "@/core/water/checked";
import type { MediumLookup } from "@/core/water/settle";
import { setupDocument } from "@/formats/setup/document";
import { Entry, Said, saidOf } from "../fields/typed-form";
import { SiteHeader } from "../head/site-header";
import { BuildForPart } from "../occupants/build-for-part";
import { DesignPreview } from "./design-preview";
import { PurposePart, StrategyPart, VesselPart } from "./new-setup-parts";
import { useSetupDraft } from "./use-setup-draft";

/**
 * The grower's first decisions, in the order they are made: what it is for, the vessel, how it holds water. What comes
 * of them is computed and shown with its reasons before it is made; everything in it can be changed afterwards.
 */
export function NewSetup({
  media,
  ownOccupants,
  onCreate,
}: {
  media: readonly Medium[];
  ownOccupants: readonly Occupant[];
  onCreate: (document: unknown) => Promise<Result<string>>;
}) {
  const router = useRouter();
  const medium = useMemo((): MediumLookup => {
    const byId = new Map(media.map((one) => [one.id, one]));
    return (id) => byId.get(id);
  }, [media]);
  const draft = useSetupDraft(media, medium, ownOccupants);
  const { form, texts, vessel, kind, count, building, design, system } = draft;
  // what is wrong is told until something changes, and what waits to be made is what was said then
  const now = JSON.stringify([texts, kind?.id, draft.byHand]);
  const [said, setSaid] = useState<{ readonly of: string; readonly problems: readonly Problem[] }>();
  const problems = said?.of === now ? said.problems : [];
  const say = (found: readonly Problem[]): void => setSaid({ of: now, problems: found });
  const [making, setMaking] = useState(false);
  const [wanted, setWanted] = useState<string>();
  const waits = wanted === now && !making;

  const make = async (): Promise<void> => {
    setWanted(undefined);
    if (!vessel.ok) return say([...vessel.problems, ...nameProblems(texts.name)]);
    if (kind && !count.ok) return say([...count.problems, ...nameProblems(texts.name)]);
    if (draft.designProblems.length > 0) return say(draft.designProblems);
    // what is being worked out is waited for: nothing else is made in its place
    if (!design) return setWanted(now);
    const setup = { ...design.setup, name: texts.name.trim() };
    const found = setupProblems(setup, medium, system);
    if (found.length > 0) return say(found);
    setMaking(true);
    const answer = await onCreate(setupDocument(setup)).catch((): Result<string> =>
      failed(problem("", "unreachable", NOT_MADE)),
    );
    if (answer.ok) return router.push(`/setups/${answer.value}`);
    setMaking(false);
    say(answer.problems);
  };
  useEffect(() => {
    if (!waits || !design) return;
    const timer = setTimeout(() => void make());
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waits, design]);

  return (
    <>
      <SiteHeader />
      <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-x-10 px-4 py-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <form
          id={FORM_ID}
          onSubmit={(event) => {
            event.preventDefault();
            void make();
          }}
          noValidate
          className="space-y-6"
        >
          <h1 className="text-2xl">New setup</h1>
          <Entry
            form={form}
            name="name"
            label="Name"
            said={saidOf(problems, "name")}
            className="w-full max-w-md"
            words
            most={200}
            autoFocus
          />
          <PurposePart draft={draft} ownOccupants={ownOccupants} problems={problems} />
          <VesselPart draft={draft} problems={problems} />
          <StrategyPart draft={draft} />
        </form>
        <aside aria-label="What comes of it" className="mt-8 lg:sticky lg:top-4 lg:mt-2">
          <h2 className="text-lg">What comes of it</h2>
          {kind && building?.status === "answered" && (
            <BuildForPart
              name={kind.name.toLowerCase()}
              isYoung={kind.life === "plant" && texts.stage === "young"}
              built={building.built}
              picked={building.picked}
              medium={medium}
              onPick={(built) => building.pick(built)}
            />
          )}
          {kind && building?.status === "failed" && (
            <p role="status" className="mt-2 leading-snug">
              It could not be built by itself for {kind.name.toLowerCase()}; shown is what is usual for such a plant or
              animal, not judged for it.{" "}
              <button type="button" className="underline" onClick={() => building.again()}>
                Try again
              </button>
            </p>
          )}
          {design ? (
            <DesignPreview made={design} medium={medium} />
          ) : draft.before ? (
            <div aria-busy className="opacity-60">
              <DesignPreview made={draft.before} medium={medium} />
            </div>
          ) : (
            <p role="status" className="mt-2 text-soft">
              {!vessel.ok
                ? "The vessel's measures cannot be read yet."
                : kind && !count.ok
                  ? "How many of them cannot be read yet."
                  : kind
                    ? `Building it for ${kind.name.toLowerCase()} …`
                    : "Working it out …"}
            </p>
          )}
          <Said>{saidOf(problems, "")}</Said>
          {problems.some(({ path }) =>
            /^(?:water|layers|fixtures|fillFrom|vessel$|vessel\.(?:pours|wall|base))/u.test(path),
          ) && (
            <p className="said" role="alert">
              {problems.map(({ message }) => message).join(" ")}
            </p>
          )}
          <button type="submit" form={FORM_ID} className="press press-main mt-5" disabled={making}>
            {making ? "Making it" : waits ? "Making it once it is built" : "Make it"}
          </button>
        </aside>
      </main>
    </>
  );
}

const FORM_ID = "new-setup";

/** What is wrong with the name alone, while the vessel cannot be checked yet. */
const nameProblems = (name: string): readonly Problem[] =>
  name.trim() === "" ? [{ path: "name", code: "empty", message: "Give it a name." }] : [];

const NOT_MADE = "Marlstone does not answer, so nothing was made yet. What you wrote stays here; try again.";
