import { capitalised } from "@/core/units/text";
import { FIXTURE_WORDS, type Fixture, type FixtureOf } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { openingsOf } from "@/core/stack/geometry";

/** What a fixture is called in its setup: a hole by what it does there, one of several by its number. */
export function fixtureName(setup: Setup, fixture: Fixture): string {
  const words = wordsOf(setup, fixture);
  const alike = setup.fixtures.filter((one) => wordsOf(setup, one) === words);
  return alike.length > 1 ? `${words} ${alike.indexOf(fixture) + 1}` : words;
}

/** Whether a hole in the wall is the one down to which a soaked vessel drains. */
export const isOutlet = (setup: Setup, { lipCm }: FixtureOf<"hole">): boolean =>
  setup.water.by === "soaking" && openingsOf(setup).over[0]?.lipCm === lipCm;

function wordsOf(setup: Setup, fixture: Fixture): string {
  const words = FIXTURE_WORDS[fixture.kind];
  if (fixture.kind !== "hole") return capitalised(words);
  if (fixture.plugged) return "Plugged hole";
  if (fixture.in === "base") return "Holes in the base";
  return isOutlet(setup, fixture) ? "Outlet" : "Overflow hole";
}
