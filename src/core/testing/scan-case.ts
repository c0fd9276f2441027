/** A `scan-*.json` of verification/: free water is moved through levels, and read at heights after each. */
export type ScanCase = {
  readonly begins: "drying" | "wetting";
  readonly layers: readonly { readonly mediumId: string; readonly thicknessCm: number }[];
  readonly waterLevelsCm: readonly number[];
  readonly readAtCm: readonly number[];
  /** Water contents: by level, then by height. */
  readonly expected: readonly (readonly number[])[];
};
