/**
 * Something that keeps a value from being used, said so that a person can mend it.
 * `path` names the place in the document ("layers[1].thicknessCm"), `code` is for programs, `message` for people.
 */
export type Problem = { readonly path: string; readonly code: string; readonly message: string };

/** An expected outcome: a value, or the problems that stand in its way. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const failed = (...problems: readonly Problem[]): { ok: false; problems: readonly Problem[] } => ({
  ok: false,
  problems,
});

export const problem = (path: string, code: string, message: string): Problem => ({ path, code, message });
