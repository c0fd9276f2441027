import { existsSync } from "node:fs";
import { expect, it } from "vitest";
import { roomAt, ROOMS } from "./rooms";
import { pageAt, SETUP_PAGES } from "./pages-of-setup";

it("every room is a page of its own, of its own name, and knows what is in it", () => {
  expect(new Set(ROOMS.map(({ href }) => href)).size).toBe(ROOMS.length);
  expect(new Set(ROOMS.map(({ name }) => name)).size).toBe(ROOMS.length);
  for (const { href } of ROOMS) {
    expect(existsSync(`src/app${href === "/" ? "" : href}/page.tsx`)).toBe(true);
    expect(roomAt(href)).toBe(href);
    if (href !== "/") expect(roomAt(`${href}/one`)).toBe(href);
  }
  // a setup stands in the yard; what only begins like a room is not in it
  expect(["/setups/x", "/new", "/mediaeval", "/setups/x/sheet"].map(roomAt)).toEqual(["/", "/", "/", "/"]);
});

it("every page of a setup is there, and those that belong together are one of its tabs", () => {
  for (const { path, beside } of SETUP_PAGES)
    for (const one of [path, ...beside.map((each) => each.path)])
      expect([one, existsSync(`src/app/setups/[id]${one}/page.tsx`)]).toEqual([one, true]);
  expect((["", "/sheet", "/batch", "/history"] as const).map((path) => pageAt(path).name)).toEqual([
    "Design",
    "Build",
    "Build",
    "History",
  ]);
});
