import type { Medium } from "@/core/media/medium";
import { cautionLines } from "../media/medium-words";

/** What the media of a mix or a setup must not be used for, and how to handle them, each line once. */
export function TakeCare({
  media,
  className = "",
  children,
}: {
  media: readonly Medium[];
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
  return (
    <section aria-label="Take care" className={className}>
      <h2 className="text-base">Take care</h2>
      {children}
      <ul className="mt-1 space-y-1 text-[0.95rem] leading-snug">
        {[...cautionLines(media), ...handling].map(({ text, trouble }) => (
          <li
            key={text}
            className={`border-l-2 pl-2 ${trouble ? "border-trouble text-trouble" : "border-rule-strong"}`}
          >
            {text}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-soft">
        For a sick animal, a vet; for what is allowed where you live, your own rules.
      </p>
    </section>
  );
}
