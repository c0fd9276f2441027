import type { z } from "zod";
import { failed, ok, problem, type Problem, type Result } from "../core/units/problem";

/** ["layers", 1, "ksCmPerHour"] → "layers[1].ksCmPerHour" */
const pathText = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, part) =>
      typeof part === "number" ? `${text}[${part}]` : text === "" ? String(part) : `${text}.${String(part)}`,
    "",
  );

const KIND_WORDS: Readonly<Record<string, string>> = {
  number: "a number",
  int: "a whole number",
  string: "a text",
  boolean: "true or false",
  array: "a list",
  tuple: "a list",
  object: "an object",
  null: "null",
};

/** Plain words for a Zod issue, to stand after its path: "must be greater than 0". */
function messageOf(issue: z.core.$ZodRawIssue | z.core.$ZodIssue): string {
  switch (issue.code) {
    case "invalid_type":
      if (issue.input === undefined) return "is missing";
      if (issue.expected === "number" && typeof issue.input === "number") return "must be a finite number";
      return `must be ${KIND_WORDS[issue.expected] ?? issue.expected}`;
    case "too_small": {
      if (issue.origin === "string")
        return Number(issue.minimum) === 1 ? "must not be empty" : `needs at least ${issue.minimum} characters`;
      if (issue.origin === "array") return `needs at least ${issue.minimum}`;
      return issue.inclusive ? `must be at least ${issue.minimum}` : `must be greater than ${issue.minimum}`;
    }
    case "too_big": {
      if (issue.origin === "string") return `must have ${issue.maximum} characters at most`;
      if (issue.origin === "array") return `must have ${issue.maximum} at most`;
      return issue.inclusive ? `must be ${issue.maximum} at most` : `must be less than ${issue.maximum}`;
    }
    case "invalid_value":
      return issue.input === undefined
        ? "is missing"
        : `must be ${issue.values.map((value) => JSON.stringify(value)).join(" or ")}`;
    case "invalid_union":
      return issue.input === undefined ? "is missing" : "is not one of the known kinds";
    default:
      return issue.message ?? "is not valid";
  }
}

/** Every issue of a failed parse as a problem; an unknown key is named in the path. */
export function problemsOf(error: z.ZodError): Problem[] {
  return error.issues.flatMap((issue) => {
    if (issue.code === "unrecognized_keys") {
      return issue.keys.map((key) => problem(pathText([...issue.path, key]), "unknown-key", "is not known here"));
    }
    return [
      problem(
        pathText(issue.path),
        issue.code === "custom" ? String(issue.params?.code ?? "custom") : issue.code,
        messageOf(issue),
      ),
    ];
  });
}

/** Parses with a schema; the problems are in plain words. */
export function parseWith<T>(schema: z.ZodType<T>, value: unknown): Result<T> {
  const parsed = schema.safeParse(value, { reportInput: true });
  return parsed.success ? ok(parsed.data) : failed(...problemsOf(parsed.error));
}

/**
 * A document says first what it is: `kind` and `version` are checked before anything else. Several versions may be
 * readable, the present one last.
 */
export function checkKind(
  value: unknown,
  kind: string,
  versions: readonly number[],
): Result<{ readonly version: number }> {
  if (typeof value !== "object" || value === null || Array.isArray(value))
    return failed(problem("", "not-an-object", "must be a JSON object"));
  const document = value as { kind?: unknown; version?: unknown };
  if (document.kind !== kind) {
    return failed(
      problem(
        "kind",
        "wrong-kind",
        document.kind === undefined ? `is missing; expected "${kind}"` : `must be "${kind}"`,
      ),
    );
  }
  const newest = versions.at(-1)!;
  if (typeof document.version === "number" && Number.isInteger(document.version) && document.version > newest)
    return failed(
      problem(
        "version",
        "newer-version",
        `is ${document.version}: it was written by a newer Marlstone than this one, which reads up to ${newest}. Bring this Marlstone up to date, then try again; nothing was changed`,
      ),
    );
  const version = versions.find((readable) => readable === document.version);
  if (version === undefined)
    return failed(problem("version", "wrong-version", `must be ${[...versions].reverse().join(" or ")}`));
  return ok({ ...value, version });
}

/** Parses a document's text; what is not JSON is said to be that. */
export function fromText<T>(text: string, parse: (value: unknown) => Result<T>): Result<T> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return failed(problem("", "not-json", "This is not valid JSON."));
  }
  return parse(value);
}

/** "layers[1].ksCmPerHour: must be greater than 0" */
export const problemLine = ({ path, message }: Problem): string => (path === "" ? message : `${path}: ${message}`);
