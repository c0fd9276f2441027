/** Names of all there is to go to, as the palette asks for them; nothing of it comes back. */
export type FindIndex = {
  readonly setups: readonly {
    readonly id: string;
    readonly name: string;
    readonly layers: readonly { readonly id: string; readonly name: string }[];
  }[];
  readonly places: readonly { readonly id: string; readonly name: string }[];
  readonly mixes: readonly { readonly id: string; readonly name: string }[];
  readonly media: readonly { readonly id: string; readonly name: string }[];
  readonly kinds: readonly {
    readonly id: string;
    readonly name: string;
    readonly about: string;
    /** What else it is called. */
    readonly also: readonly string[];
  }[];
};
