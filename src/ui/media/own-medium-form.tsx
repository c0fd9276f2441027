"use client";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { ownMediumId } from "@/core/media/own-id";
import { makeOwnMedium, type MadeMedium, type OwnMedium } from "@/core/media/own-medium";
import type { Medium } from "@/core/media/medium";
import type { Result } from "@/core/units/problem";
import { containerState } from "@/core/water/container";
import type { KeepOutcome, Kept, KeptVersion } from "@/formats/kept";
import { ownMediumDocument } from "@/formats/own-medium/document";
import { EarlierVersions, NO_ANSWER, notMade, notSaved, whyNotSaved, PUT_AWAY_ELSEWHERE } from "../common/keep";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { SearchedChoice } from "../fields/searched-choice";
import { Entry, saidOf } from "../fields/typed-form";
import { DrainedFields, HeldFields, OtherFields } from "./own-figure-fields";
import { figuresOf, NO_TEXTS, textsOf, withKept, type OwnTexts } from "./own-figures";
import { FitShown } from "./own-medium-fit";

export type OwnMediumActions = {
  readonly create: (document: unknown) => Promise<Result<string>>;
  readonly save: (input: { id: string; baseVersion: number; document: unknown }) => Promise<KeepOutcome<OwnMedium>>;
  readonly putAway: (input: { id: string }) => Promise<boolean>;
};

type User = { readonly kind: "setup" | "mix"; readonly id: string; readonly name: string };

const NEAREST_AT_FIRST = "potting-mix-peat-based";

/**
 * A medium of the grower's own: what is known of it, what it is nearest to, and at once the curve that comes of both.
 */
export function OwnMediumForm({
  media,
  basedOn: asked,
  stored,
  usedBy = [],
  versions = [],
  actions,
}: {
  media: readonly Medium[];
  basedOn?: string | undefined;
  stored?: Kept<OwnMedium>;
  usedBy?: readonly User[];
  versions?: readonly KeptVersion<OwnMedium>[];
  actions: OwnMediumActions;
}) {
  const shownSystem = useUnits();
  const copied = media.find(({ id }) => id === asked);
  const form = useForm<OwnTexts>({
    defaultValues: {
      name: stored?.value.name ?? (copied ? `${copied.name}, mine` : ""),
      grade: stored?.value.grade ?? "",
      basedOn: stored?.value.basedOn ?? copied?.id ?? NEAREST_AT_FIRST,
      system: shownSystem,
      figures: stored ? textsOf(stored.value.figures, shownSystem) : NO_TEXTS,
    },
  });
  const texts = useWatch({ control: form.control }) as OwnTexts;
  const { system } = texts;
  const base = media.find(({ id }) => id === texts.basedOn) ?? media[0]!;
  const kept = stored?.value.figures;
  const read = useMemo(() => {
    const { figures, ...rest } = figuresOf(texts.figures, system);
    return { ...rest, figures: kept ? withKept(figures, texts.figures, kept, system) : figures };
  }, [texts.figures, system, kept]);
  // the units the fields are written in follow the page's once all of them can be read
  const readable = read.problems.length === 0;
  useEffect(() => {
    if (system === shownSystem || !readable) return;
    form.setValue("figures", textsOf(read.figures, shownSystem));
    form.setValue("system", shownSystem);
  }, [form, system, shownSystem, readable, read]);

  // the fit takes some tens of ms; typing goes first
  const later = useDeferredValue(read.figures);
  const name = texts.name.trim();
  const made = useMemo(
    (): Result<MadeMedium> =>
      makeOwnMedium(
        ownMediumId("new"),
        { name: name || "yours", grade: "", basedOn: base.id, figures: later },
        base,
        (hydraulics, heightCm) => containerState(hydraulics, heightCm).water,
      ),
    [later, base, name],
  );
  // what could not be read is told once, as that
  const problems = [
    ...read.problems,
    ...(made.ok ? [] : made.problems.filter(({ path }) => !read.problems.some((one) => one.path === path))),
  ];
  const figureSaid = (path: string): string => saidOf(problems, `figures.${path}`);
  const fields = { form, system, read, saidOf: figureSaid };
  const own: OwnMedium = { name, grade: texts.grade.trim(), basedOn: base.id, figures: read.figures };

  return (
    <>
      <SiteHeader>
        <Link href={stored ? `/media/${ownMediumId(stored.id)}` : "/media"} className="press no-underline">
          {stored ? "Its page" : "All media"}
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : "A medium of your own"}</h1>
        <p className="max-w-[70ch] leading-snug text-soft">
          Write what you know of it, from the supplier&rsquo;s sheet, the bag, or a test of your own. What you leave
          empty stays as that of the medium it is nearest to, and its curve is bent no further than your figures ask.
        </p>
        <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_26rem]">
          <form className="space-y-4" onSubmit={(event) => event.preventDefault()}>
            <div className="flex flex-wrap gap-x-6 gap-y-2">
              <Entry
                form={form}
                name="name"
                label="Name"
                said={saidOf(problems, "name")}
                className="w-64"
                words
                most={120}
              />
              <Entry
                form={form}
                name="grade"
                label="Grade, batch, supplier’s words"
                said=""
                className="w-64"
                words
                most={200}
              />
              <div className="text-sm text-soft">
                Nearest to
                <SearchedChoice
                  label="Nearest to"
                  chosen={base.id}
                  shown={base.name}
                  groups={[{ heading: "", choices: media }]}
                  className="w-72 text-base text-ink"
                  onChoose={(id) => form.setValue("basedOn", id)}
                />
              </div>
            </div>
            <DrainedFields {...fields} />
            <HeldFields {...fields} />
            <OtherFields {...fields} base={base} />
            <div className="border-t border-rule-strong pt-3">
              <KeepOwnMedium
                own={problems.length === 0 ? own : undefined}
                named={name !== ""}
                stored={stored}
                usedBy={usedBy}
                actions={actions}
              />
              <EarlierVersions
                versions={versions}
                shownVersion={stored?.version ?? 0}
                textOf={(value) => value.name}
                onBring={({ figures, ...value }) => form.reset({ ...value, system, figures: textsOf(figures, system) })}
              />
            </div>
          </form>
          <div className="space-y-4">
            {made.ok ? (
              <FitShown made={made.value} base={base} />
            ) : (
              <p className="text-soft">Its curve stands here once what is written can be meant.</p>
            )}
            <p className="border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
              Cautions, rewetting and what it must not be used for are those of {base.name}: if yours differs, such as
              by feed, lime, wetting agent or peat, say so above, and go by its label.
            </p>
          </div>
        </div>
      </main>
    </>
  );
}

/** Stores it: as a new one, over the one it was, or as a copy; what cannot be meant is not stored. */
function KeepOwnMedium({
  own,
  named,
  stored,
  usedBy,
  actions,
}: {
  own: OwnMedium | undefined;
  named: boolean;
  stored: Kept<OwnMedium> | undefined;
  usedBy: readonly User[];
  actions: OwnMediumActions;
}) {
  const router = useRouter();
  const [version, setVersion] = useState(stored?.version ?? 1);
  const [said, setSaid] = useState({ of: "", trouble: "" });
  const [busy, setBusy] = useState(false);

  // what was said of it holds until something is changed
  const now = JSON.stringify([own, named]);
  const trouble = said.of === now ? said.trouble : "";
  const setTrouble = (words: string): void => setSaid({ of: now, trouble: words });

  const create = async (medium: OwnMedium): Promise<void> => {
    const result = await actions.create(ownMediumDocument(medium)).catch(notMade);
    if (result.ok) router.push(`/media/${ownMediumId(result.value)}`);
    else setTrouble(result.problems.map(({ message }) => message).join(" "));
  };
  const saveOver = async (medium: OwnMedium, { id }: Kept<OwnMedium>): Promise<void> => {
    const outcome = await actions
      .save({ id, baseVersion: version, document: ownMediumDocument(medium) })
      .catch(notSaved<OwnMedium>);
    if (outcome.status === "saved" && outcome.stored.isPutAway && !stored?.isPutAway) {
      setVersion(outcome.stored.version);
      return setTrouble(`Saved. ${PUT_AWAY_ELSEWHERE}`);
    }
    if (outcome.status === "saved") return router.push(`/media/${ownMediumId(id)}`);
    if (outcome.status === "stale") setVersion(outcome.stored.version);
    setTrouble(whyNotSaved(outcome, "medium"));
  };
  const start = (action: (medium: OwnMedium) => Promise<void>) => (): void => {
    if (!named) return setTrouble("Give it a name first.");
    if (!own) return setTrouble("Something above cannot be meant as it is written; nothing was stored.");
    setTrouble("");
    setBusy(true);
    void action(own).finally(() => setBusy(false));
  };
  const putAway = ({ id }: Kept<OwnMedium>): void =>
    void actions.putAway({ id }).then(
      (done) => (done ? router.push("/media") : setTrouble("It could not be put away.")),
      () => setTrouble(NO_ANSWER),
    );
  const asCopy = (medium: OwnMedium): Promise<void> =>
    create({ ...medium, name: medium.name === stored?.value.name ? `${medium.name}, copy` : medium.name });

  return (
    <>
      {stored && usedBy.length > 0 && (
        <p className="mb-2 border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
          Saving changes what is made of it:{" "}
          {usedBy.map(({ kind, id, name: user }, i) => (
            <span key={kind + id}>
              {i > 0 && ", "}
              <Link href={kind === "setup" ? `/setups/${id}` : `/mixes/${id}`}>{user}</Link>
            </span>
          ))}
          . Save as a copy to leave them as they are.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {stored ? (
          <>
            <button
              type="button"
              className="press press-main"
              disabled={busy}
              onClick={start((medium) => saveOver(medium, stored))}
            >
              Save
            </button>
            <button type="button" className="press" disabled={busy} onClick={start(asCopy)}>
              Save as a copy
            </button>
            <button type="button" className="press" disabled={busy} onClick={() => putAway(stored)}>
              Put away
            </button>
          </>
        ) : (
          <button type="button" className="press press-main" disabled={busy} onClick={start(create)}>
            Save this medium
          </button>
        )}
      </div>
      <p role="status" className="said mt-1 min-h-5 text-[0.95rem] leading-snug">
        {trouble}
      </p>
    </>
  );
}
