import { expect, it } from "vitest";
import { placeWords } from "./place-words";

it.each([
  ["", ""],
  ["parts[1].amount", "part 2, amount: "],
  ["parts[0].mediumId", "part 1, medium: "],
  ["amendments[2]", "amendment 3: "],
  ["name", "name: "],
  ["media.own:x", "own media, own:x: "],
])("where in a mix's file something is, %j, is said as %j", (path, words) => expect(placeWords(path)).toBe(words));
