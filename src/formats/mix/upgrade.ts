import { MIX_VERSION } from "./document";

/** The versions that can be read, the present one last. */
export const READABLE_VERSIONS = [1, MIX_VERSION] as const;

/** A document of an earlier version as it would be written today: one of version 1 had no amendments. */
export const upgraded = (document: { readonly version: number }): object =>
  document.version === 1 ? { ...document, version: 2, amendments: [] } : document;
