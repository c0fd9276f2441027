import type { OwnMedium } from "../../core/media/own-medium";
import type { Dosed } from "../../core/mixing/amendments";
import type { RecipePart } from "../../core/mixing/recipe";

/** A mix as a document, written without a parser: what the page exports and the server stores (docs/formats/mix.md). */
export const MIX_KIND = "marlstone.mix";
export const MIX_VERSION = 2;

export type Mix = {
  readonly name: string;
  readonly parts: readonly RecipePart[];
  readonly amendments: readonly Dosed[];
  readonly note: string;
};
/** What a page makes a mix's medium from, when it needs it: a whole one is twenty times as long. */
export type MixToMake = {
  /** Names the mix and its version. */
  readonly mediumId: string;
  readonly name: string;
  readonly parts: readonly RecipePart[];
  /** Whether it is offered for layers: the newest version of a mix that is not put away. */
  readonly offered: boolean;
};
export type MixDocument = { readonly kind: typeof MIX_KIND; readonly version: typeof MIX_VERSION } & Mix;
/** What goes into a file: with the grower's own media that are parts of it, so that it can be read elsewhere. */
export type MixFile = MixDocument & { readonly media?: Readonly<Record<string, OwnMedium>> | undefined };

export const mixDocument = ({ name, parts, amendments, note }: Mix): MixDocument => ({
  kind: MIX_KIND,
  version: MIX_VERSION,
  name,
  parts,
  amendments,
  note,
});
