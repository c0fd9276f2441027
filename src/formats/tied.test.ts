import { expect, it } from "vitest";
import { z } from "zod";
import { tied } from "./tied";

type Shape =
  | { readonly shape: "round"; readonly wideCm: number; readonly note?: string | undefined }
  | { readonly shape: "square"; readonly sides: readonly number[] };
const round = z.strictObject({ shape: z.literal("round"), wideCm: z.number(), note: z.string().optional() });
const square = z.strictObject({ shape: z.literal("square"), sides: z.array(z.number()) });

it("takes a schema that reads a type whole, and gives it back as it is", () => {
  const schema = z.discriminatedUnion("shape", [round, square]);
  expect(tied<Shape>()(schema)).toBe(schema);
});

// These compile only as long as each difference is an error: `npm run typecheck` is the test.
it("does not compile where schema and type differ", () => {
  // @ts-expect-error a shape is missing
  tied<Shape>()(z.discriminatedUnion("shape", [round]));
  // @ts-expect-error an optional field is missing
  tied<Shape>()(z.discriminatedUnion("shape", [round.omit({ note: true }), square]));
  // @ts-expect-error a field is of another type
  tied<Shape>()(z.discriminatedUnion("shape", [round.extend({ wideCm: z.string() }), square]));
  // @ts-expect-error a field is not known to the type
  tied<Shape>()(z.discriminatedUnion("shape", [round, square.extend({ turned: z.boolean() })]));
  // @ts-expect-error a choice is missing
  tied<{ readonly pick: "a" | "b" }>()(z.strictObject({ pick: z.enum(["a"]) }));
  expect.assertions(0);
});
