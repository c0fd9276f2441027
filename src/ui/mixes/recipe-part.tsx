"use client";
import { X } from "lucide-react";
import Link from "next/link";
import type { Part } from "@/core/mixing/blend";
import { parseParts, type Asked, type RecipePart as RecipeLine, type RecipeRead } from "@/core/mixing/recipe";
import type { Problem } from "@/core/units/problem";
import { formatPercent } from "@/core/units/units";
import { PlainNumberField } from "../fields/number-field";
import type { Medium } from "@/core/media/medium";
import { SearchedChoice } from "../fields/searched-choice";
import { grainFill, soilFill } from "../drawing/patterns";

const EXAMPLE = "2 parts peat, 1 perlite, ½ sand";

/** What a word could mean, each to be put in its place. */
const Options = ({ options, onText }: Pick<Asked, "options"> & { onText: (text: string) => void }) =>
  options.map(({ id, name, text }, i) => (
    <span key={id}>
      {i > 0 && ", "}
      <button
        type="button"
        className="underline decoration-dotted pointer-coarse:min-h-11"
        onClick={() => onText(text)}
      >
        {name}
      </button>
    </span>
  ));

/** The recipe as it is written, and the parts it is read as, each to be changed by itself. */
export function RecipePart({
  text,
  parts,
  shares,
  problems,
  unknown,
  broad,
  media,
  onText,
  onParts,
}: {
  text: string;
  /** Empty while the recipe cannot be mixed. */
  parts: readonly Part[];
  shares: readonly number[];
  problems: readonly Problem[];
  unknown: readonly Asked[];
  broad: RecipeRead["broad"];
  /** All there is to be mixed. */
  media: readonly Medium[];
  onText: (text: string) => void;
  onParts: (parts: readonly RecipeLine[]) => void;
}) {
  const written = parts.map(({ medium, parts: amount }): RecipeLine => ({ mediumId: medium.id, parts: amount }));
  return (
    <section aria-label="Recipe" className="print:order-1">
      <label className="no-print block text-sm text-soft" htmlFor="recipe">
        Recipe, in parts or in volumes. A part is any measure, as long as it is the same one.
      </label>
      <textarea
        id="recipe"
        rows={3}
        className="no-print field mt-1 w-full resize-y border border-rule-strong bg-sheet p-2"
        value={text}
        placeholder={EXAMPLE}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={problems.length > 0}
        aria-describedby="recipe-said"
        onChange={(event) => onText(event.target.value)}
      />
      <div id="recipe-said" role="alert">
        {problems.map(({ path, message }) => (
          <p key={path + message} className="said">
            {message}
          </p>
        ))}
      </div>
      {unknown.map(({ words, options, before, after }) => (
        <div key={words} className="no-print mt-1 text-[0.95rem]">
          For “{words}” take{" "}
          {options.length > 0 && (
            <>
              <Options options={options} onText={onText} />, or{" "}
            </>
          )}
          <SearchedChoice
            label={`What “${words}” is, of all media`}
            chosen=""
            shown="choose of all media"
            groups={[{ heading: "Media", choices: media.map(({ id, name }) => ({ id, name })) }]}
            className="inline-flex w-52"
            onChoose={(id) => {
              const found = media.find((one) => one.id === id);
              if (found) onText(`${before}${found.name}${after}`);
            }}
          />
        </div>
      ))}
      {broad.map(({ words, takenId, options }) => (
        <p key={words} className="no-print mt-1 text-sm text-soft">
          “{words}” is taken as {parts.find(({ medium }) => medium.id === takenId)?.medium.name ?? takenId}. Or{" "}
          <Options options={options} onText={onText} />
        </p>
      ))}
      {text.trim() === "" && (
        <p className="mt-1 text-[0.95rem]">
          Such as{" "}
          <button type="button" className="underline decoration-dotted" onClick={() => onText(EXAMPLE)}>
            {EXAMPLE}
          </button>
          , 2:1:1 peat, perlite, bark or 60 % coir, 40 % pumice.
        </p>
      )}
      {parts.length > 0 && (
        <ol className="mt-2 border-b border-rule">
          {parts.map(({ medium: one, parts: amount }, i) => (
            <li key={one.id} className="flex flex-wrap items-center gap-2 border-t border-rule py-1">
              <svg width={24} height={24} className="shrink-0" aria-hidden>
                <rect width={24} height={24} fill={soilFill(one.pattern)} />
                <rect width={24} height={24} fill={grainFill(one.pattern, "mix")} stroke="var(--rule-strong)" />
              </svg>
              <PlainNumberField
                label={`Parts of ${one.name}`}
                value={amount}
                read={parseParts}
                className="w-12"
                stillWords={`Still ${amount}; Esc puts it back.`}
                onOffer={(next) =>
                  onParts(written.map((part) => (part.mediumId === one.id ? { ...part, parts: next } : part)))
                }
              />
              <Link href={`/media/${one.id}`} className="min-w-0 grow">
                {one.name}
              </Link>
              <span className="text-soft">{formatPercent(shares[i]!)}</span>
              <button
                type="button"
                aria-label={`Take ${one.name} out`}
                className="no-print inline-flex size-7 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
                onClick={() => onParts(written.filter(({ mediumId }) => mediumId !== one.id))}
              >
                <X size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
