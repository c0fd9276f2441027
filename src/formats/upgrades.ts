/** What every kind of document has at least: which version of its shape it was written in. */
type Versioned = { readonly version: number };

export type Upgrades = {
  /** The versions that can be read, the present one last. */
  readonly versions: readonly number[];
  /** A document of an earlier version as it would be written today. */
  readonly upgraded: (document: Versioned) => object;
};

/**
 * How a kind of document grew: one step a version, the first from version 1 to 2. Each step says its new version itself,
 * and leaves what it does not know for the schema to name.
 * @throws RangeError when the steps do not lead to the present version
 */
export function upgradesTo(present: number, ...steps: readonly ((older: object) => object)[]): Upgrades {
  if (steps.length !== present - 1)
    throw new RangeError(`upgradesTo: version ${present} takes ${present - 1} steps, not ${steps.length}`);
  return {
    versions: Array.from({ length: present }, (_, i) => i + 1),
    upgraded: (document) => steps.slice(document.version - 1).reduce<object>((older, step) => step(older), document),
  };
}
