import { describe, expect, it } from "vitest";
import { keptFor, onceFor } from "./once";

describe("what is derived once", () => {
  it("for a thing is made at its first use, also where it comes to nothing, and anew for its equal", () => {
    let made = 0;
    const derive = onceFor((from: { readonly n: number }) => (made++, from.n > 0 ? [from.n] : undefined));
    const [one, none] = [{ n: 1 }, { n: 0 }];
    expect(derive(one)).toBe(derive(one));
    expect([derive(none), derive(none), made]).toEqual([undefined, undefined, 2]);
    expect(derive({ n: 1 })).not.toBe(derive(one));
  });

  it("for texts keeps the newest so many, counting each use", () => {
    const made: string[] = [];
    const derive = keptFor((text) => (made.push(text), text === "none" ? undefined : { text }), 2);
    expect(derive("a")).toBe(derive("a"));
    derive("b");
    derive("a");
    derive("c");
    expect(derive("a")).toEqual({ text: "a" });
    expect(made).toEqual(["a", "b", "c"]);
    derive("b");
    expect(made).toEqual(["a", "b", "c", "b"]);
    derive("none");
    derive("none");
    expect(made.filter((text) => text === "none")).toHaveLength(1);
  });
});
