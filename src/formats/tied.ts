import type { z } from "zod";

/**
 * Ties a schema to the type it reads, both ways and without a cast: a field, a shape or a choice that one of them has
 * and the other lacks does not compile (the call then asks for an argument that nobody has). Optional and readonly are
 * the type's own affair.
 */
export const tied =
  <T>() =>
  <S extends z.ZodType<T>>(
    schema: S,
    ..._: Same<Whole<T>, Whole<z.output<S>>> extends true ? [] : [theSchemaDiffersFrom: Whole<T>]
  ): S =>
    schema;

/** Two types that are one: each stands wherever the other does. */
type Same<A, B> = (<G>() => G extends A ? 1 : 2) extends <G>() => G extends B ? 1 : 2 ? true : false;

/** A type laid open: every field present and writable, intersections made one object. */
type Whole<T> = T extends readonly (infer E)[]
  ? number extends T["length"]
    ? Whole<E>[]
    : { -readonly [K in keyof T]: Whole<T[K]> }
  : T extends object
    ? { -readonly [K in keyof T]-?: Whole<Exclude<T[K], undefined>> }
    : T;
