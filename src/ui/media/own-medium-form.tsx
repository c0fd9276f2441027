"use client";
import { useDeferredValue, useEffect, useMemo } from "react";
import { useForm, useWatch } from "react-hook-form";
import Link from "next/link";
import { ownMediumId } from "@/core/media/own-id";
import { makeOwnMedium, type MadeMedium, type OwnMedium } from "@/core/media/own-medium";
import type { Medium } from "@/core/media/medium";
import type { Result } from "@/core/units/problem";
import { containerState } from "@/core/water/container";
import type { Kept, KeptVersion } from "@/formats/kept";
import { ownMediumDocument } from "@/formats/own-medium/document";
import { EarlierVersions } from "../common/keep";
import { KeepBar, type KeepActions } from "../common/keep-bar";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { SearchedChoice } from "../fields/searched-choice";
import { Entry, saidOf } from "../fields/typed-form";
import { DrainedFields, HeldFields, OtherFields } from "./own-figure-fields";
import { figuresOf, NO_TEXTS, textsOf, withKept, type OwnTexts } from "./own-figures";
import { FitShown } from "./own-medium-fit";

export type OwnMediumActions = KeepActions<OwnMedium>;

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
              {stored && <ChangedWithIt usedBy={usedBy} />}
              <KeepBar
                value={problems.length === 0 ? own : undefined}
                named={name !== ""}
                stored={stored}
                what="medium"
                documentOf={ownMediumDocument}
                pageOf={(id) => `/media/${ownMediumId(id)}`}
                listPath="/media"
                actions={actions}
              />
              {stored && (
                <a className="text-[0.95rem]" href={`/media/own/${stored.id}/file`} download>
                  This medium as a file
                </a>
              )}
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

/** Whatever is made of a medium changes with it. */
function ChangedWithIt({ usedBy }: { usedBy: readonly User[] }) {
  if (usedBy.length === 0) return null;
  return (
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
  );
}
