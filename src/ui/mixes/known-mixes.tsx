import Link from "next/link";
import { formatPercent } from "@/core/units/units";
import { VolumeBar } from "../media/volume-bar";

/** A mix as it stands among others: what it is of, and what it holds once it has drained. */
export type KnownMix = {
  readonly id: string;
  readonly name: string;
  readonly recipe: string;
  /** In a pot 15 cm deep; undefined where a part of it is not known any more. */
  readonly state: { readonly water: number; readonly air: number } | undefined;
};

/** The mixes one has, each with what it is: what the page of mixes opens on. */
export const KnownMixes = ({ mixes }: { mixes: readonly KnownMix[] }) => (
  <section aria-label="Mixes you have" className="no-print mt-2">
    <p className="text-sm text-soft">
      <span className="text-water">Water</span>, air and solids by volume, drained in a pot 15 cm deep.
    </p>
    <ul className="mt-1 grid gap-x-8 sm:grid-cols-2 lg:grid-cols-3">
      {mixes.map(({ id, name, recipe, state }) => (
        <li key={id} className="border-b border-rule py-2">
          <Link
            href={`/mixes/${id}`}
            className="inline-flex items-center font-serif font-semibold pointer-coarse:min-h-11"
          >
            {name}
          </Link>
          <p className="line-clamp-2 text-[0.95rem] leading-snug text-soft">{recipe}</p>
          {state ? (
            <span className="mt-1 grid grid-cols-[1fr_auto] items-center gap-x-2 text-sm text-soft">
              <VolumeBar {...state} />
              air {formatPercent(state.air)}
            </span>
          ) : (
            <p className="text-sm text-trouble">A part of it is not known any more.</p>
          )}
        </li>
      ))}
    </ul>
  </section>
);
