import type { Medium } from "@/core/media/medium";
import { cautionLines, isOfAnimals, type CautionLine } from "../media/medium-words";

/** What the media of a mix or a setup must not be used for, and how to handle them, each line once. */
export function TakeCare({
  media,
  holdsAnimals = false,
  className = "",
  children,
}: {
  media: readonly Medium[];
  /** Whether animals may well live in it: what concerns them stands open then. */
  holdsAnimals?: boolean;
  className?: string;
  children?: React.ReactNode;
}) {
  const handling = [...new Set(media.flatMap(({ cautions }) => cautions))].map((text) => ({
    text: `${text}${
      media.length === 1
        ? ""
        : ` (${media
            .filter(({ cautions }) => cautions.includes(text))
            .map(({ name }) => name)
            .join("; ")})`
    }`,
    trouble: false,
  }));
  const lines = [...cautionLines(media), ...handling];
  const [ofAnimals, others] = [lines.filter(isOfAnimals), lines.filter((line) => !isOfAnimals(line))];
  return (
    <section aria-label="Take care" className={className}>
      <h2 className="text-base">Take care</h2>
      {children}
      <Lines lines={others} />
      {ofAnimals.length > 0 && (
        <details className="mt-2" open={holdsAnimals}>
          <summary className="text-[0.95rem] pointer-coarse:min-h-11">
            Where animals live in it ({ofAnimals.length})
          </summary>
          <Lines lines={ofAnimals} />
          <p className="mt-1 text-sm text-soft">For a sick animal, a vet.</p>
        </details>
      )}
      <p className="mt-1 text-sm text-soft">For what is allowed where you live, your own rules.</p>
    </section>
  );
}

const Lines = ({ lines }: { lines: readonly CautionLine[] }) => (
  <ul className="mt-1 space-y-1 text-[0.95rem] leading-snug">
    {lines.map(({ text, trouble }) => (
      <li key={text} className={`border-l-2 pl-2 ${trouble ? "border-trouble text-trouble" : "border-rule-strong"}`}>
        {text}
      </li>
    ))}
  </ul>
);
