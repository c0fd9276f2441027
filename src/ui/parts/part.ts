import type { ComponentType } from "react";
import type { LucideIcon } from "lucide-react";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import type { MediumLookup } from "@/core/water/settle";
import type { PartKey, PartKind } from "../open-setup/part-key";
import type { SetupStore } from "../open-setup/setup-store";
import type { Hand, Sheet } from "./sheet";

/** What a line is written with. */
export type LineContext = {
  readonly medium: MediumLookup;
  /** What a kind of living thing is called, as far as the page knows. */
  readonly kindName: (occupantId: string) => string | undefined;
  readonly system: UnitSystem;
};

/** What a part is, in one line: `what` first, and what more there is to say of it. */
export type PartLine = { readonly what: string; readonly more: string };

/** What an editor of a part works on. */
export type EditorProps = { readonly store: SetupStore; readonly id: string };

/** Something that can be put into a setup, and what putting it in does: it answers the part that came of it. */
export type PartChoice = {
  readonly id: string;
  readonly name: string;
  readonly hint?: string | undefined;
  readonly also?: readonly string[] | undefined;
};
export type Adding = {
  readonly groups: (
    store: SetupStore,
  ) => readonly { readonly heading: string; readonly choices: readonly PartChoice[] }[];
  readonly add: (store: SetupStore, choiceId: string, newId: () => string, system: UnitSystem) => PartKey | undefined;
};

/**
 * A kind of part, with all that a page needs of it. What a kind has none of it says: a kind that leaves one out does not
 * compile. Its pieces are in a folder of its own.
 */
export type Part = {
  /** How a grower calls one. */
  readonly called: string;
  readonly Icon: LucideIcon;
  /** Those that are in a setup, from the top down. */
  readonly idsIn: (setup: Setup) => readonly string[];
  /** What one of several is called by itself; a kind of which there is one is called what it is. */
  readonly named: ((setup: Setup, id: string, context: LineContext) => string) | undefined;
  readonly line: (setup: Setup, id: string, context: LineContext) => PartLine;
  readonly Editor: ComponentType<EditorProps> & { readonly ahead: () => void };
  /** All of the kind in the section, and chosen there. */
  readonly Drawing: ComponentType<Sheet> | "not drawn";
  /** What of the kind is taken hold of in the section. */
  readonly Grips: ComponentType<Hand> | "no grip";
  /** How one is put in; loaded when it is asked for. */
  readonly adding: (() => Promise<Adding>) | "always there";
  /** Takes one out, as one step; undefined where a setup is never without it. */
  readonly remove: ((store: SetupStore, id: string, system: UnitSystem) => void) | undefined;
  /** Whether the one that is there stays as long as something else does. Absent where each can be taken out. */
  readonly isKept?: (setup: Setup) => boolean;
};

export type Parts = Readonly<Record<PartKind, Part>>;
