"use client";
import { AMENDMENTS } from "@/core/mixing/amendments";
import type { Fixture, FixtureOf } from "@/core/stack/fixtures";
import type { Problem } from "@/core/units/problem";
import { NumberField } from "../fields/number-field";
import { Choice } from "./choice";

/** What is laid as a strip feeds, and goes by weight. */
const FEEDS_LAID = AMENDMENTS.filter(({ feeds, dose }) => feeds && dose.kind === "grams-per-litre");

/** Of what a strip of feed is, and how much. */
export const FeedStripFields = ({
  fixture,
  name,
  offer,
  tell,
}: {
  fixture: FixtureOf<"feed-strip">;
  name: string;
  offer: (label: string, change: Partial<Fixture>) => readonly Problem[];
  tell: (problems: readonly Problem[]) => void;
}) => (
  <>
    <Choice
      label="Of what"
      value={fixture.amendmentId}
      options={FEEDS_LAID.map(({ id, name: words }) => [id, words])}
      onChoose={(amendmentId) => tell(offer(`${name}: of what`, { amendmentId }))}
    />
    <NumberField
      label="How much"
      of={name}
      quantity="grams"
      value={fixture.grams}
      onOffer={(grams) => offer(`${name}: how much`, { grams })}
    />
  </>
);
