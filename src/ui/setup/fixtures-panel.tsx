"use client";
import { capitalised } from "@/core/units/text";
import { X } from "lucide-react";
import { useStore } from "zustand";
import { withFixture, withoutFixture } from "@/core/stack/edit";
import {
  DRESSING_MATERIALS,
  FIXTURE_KINDS,
  FIXTURE_WORDS,
  fixtureHeightKey,
  sizesOf,
  SINGLE_FIXTURES,
  type DressingMaterial,
  type Fixture,
  type FixtureKind,
  type FixtureSize,
} from "@/core/stack/fixtures";
import { newFixture } from "@/core/stack/new-fixture";
import type { Problem } from "@/core/units/problem";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import { Choice, Tick } from "./choice";
import { fixtureName } from "../open-setup/fixture-words";
import type { SetupStore } from "../open-setup/setup-store";
import { DRESSING_WORDS, FOOT_WORDS } from "./setup-words";

/** What is built into the vessel, each with its sizes; the same are drawn and moved in the section. */
export function FixturesPanel({ store, newId }: { store: SetupStore; newId: () => string }) {
  const fixtures = useStore(store, (state) => state.setup.fixtures);
  const system = useUnits();
  const free = FIXTURE_KINDS.filter((kind) => !SINGLE_FIXTURES[kind] || !fixtures.some((one) => one.kind === kind));
  const add = (kind: FixtureKind): void => {
    const { committed } = store.getState();
    const problems = store.offer(
      `Added a ${FIXTURE_WORDS[kind]}`,
      withFixture(committed, newFixture(committed, kind, newId())),
      system,
    );
    store.say(problems[0]?.message);
  };
  return (
    <section aria-label="Holes, tubes and tray" className="border-t border-rule-strong pt-2">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-base">Holes, tubes, tray</h2>
        <select
          aria-label="Add a hole, tube or other fixture"
          className="field no-print max-w-36 text-[0.95rem]"
          value=""
          onChange={(event) => event.target.value !== "" && add(event.target.value as FixtureKind)}
        >
          <option value="">Add…</option>
          {free.map((kind) => (
            <option key={kind} value={kind}>
              {FIXTURE_WORDS[kind]}
            </option>
          ))}
        </select>
      </div>
      {fixtures.length === 0 && <p className="text-[0.95rem] text-soft">A sealed vessel, with nothing built in.</p>}
      <ul>
        {fixtures.map((fixture) => (
          <FixtureRow key={fixture.id} fixture={fixture} store={store} />
        ))}
      </ul>
    </section>
  );
}

// a strip of feed is rare, and what it can be of comes with it
const FeedStripFields = late(() => import("./feed-strip-fields").then(({ FeedStripFields: fields }) => fields));

function FixtureRow({ fixture, store }: { fixture: Fixture; store: SetupStore }) {
  const system = useUnits();
  const name = useStore(store, (state) => {
    const now = state.setup.fixtures.find(({ id }) => id === fixture.id);
    return now ? fixtureName(state.setup, now) : "";
  });
  const offer = (label: string, change: Partial<Fixture>): readonly Problem[] => {
    const { committed } = store.getState();
    const now = committed.fixtures.find(({ id }) => id === fixture.id);
    return now ? store.offer(label, withFixture(committed, { ...now, ...change } as Fixture), system) : [];
  };
  const tell = (problems: readonly Problem[]): void => store.say(problems[0]?.message);
  const key = fixtureHeightKey(fixture);
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex items-center justify-between gap-2">
        <h3 className={`font-sans text-[0.95rem] font-semibold ${key ? "sr-only" : ""}`}>{name}</h3>
        {key && (
          <NumberField
            label={name}
            value={(fixture as unknown as Record<FixtureSize, number>)[key]}
            onOffer={(cm) => offer(name, { [key]: cm })}
          />
        )}
        <button
          type="button"
          aria-label={`Remove ${name}`}
          title={`Remove ${name}`}
          className="no-print inline-flex size-7 items-center justify-center rounded-sm text-soft hover:text-ink pointer-coarse:size-11"
          onClick={() =>
            tell(store.offer(`Removed ${name}`, withoutFixture(store.getState().committed, fixture.id), system))
          }
        >
          <X size={15} aria-hidden />
        </button>
      </div>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        {sizesOf(fixture).map(
          ([size, words, quantity, value]) =>
            quantity !== "height" && (
              <NumberField
                key={size}
                label={capitalised(words)}
                of={name}
                quantity={quantity}
                value={value}
                onOffer={(to) => offer(`${name}: ${words}`, { [size]: to })}
              />
            ),
        )}
        <FixtureChoices fixture={fixture} name={name} offer={offer} tell={tell} />
      </div>
    </li>
  );
}

function FixtureChoices({
  fixture,
  name,
  offer,
  tell,
}: {
  fixture: Fixture;
  name: string;
  offer: (label: string, change: Partial<Fixture>) => readonly Problem[];
  tell: (problems: readonly Problem[]) => void;
}) {
  const across = "acrossShare" in fixture && !(fixture.kind === "hole" && fixture.in === "base") && (
    <NumberField
      label="Place across"
      of={name}
      quantity="share"
      value={fixture.acrossShare}
      onOffer={(acrossShare) => offer(`${name}: place across`, { acrossShare })}
    />
  );
  switch (fixture.kind) {
    case "hole":
      return (
        <>
          <NumberField
            label="How many"
            of={name}
            quantity="count"
            value={fixture.count}
            onOffer={(count) => offer(`${name}: how many`, { count })}
          />
          {across}
          <Choice
            label="Where"
            value={fixture.in}
            options={[
              ["base", "in the base"],
              ["wall", "in the wall"],
            ]}
            onChoose={(place) =>
              tell(
                offer(`${name}: where`, {
                  in: place as "base" | "wall",
                  ...(place === "base" ? { lipCm: 0, acrossShare: 0.5 } : { acrossShare: 1 }),
                }),
              )
            }
          />
          <Tick
            label="came with it"
            checked={fixture.came === true}
            onChange={(came) => tell(offer(`${name}: ${came ? "came with it" : "to be made"}`, { came }))}
          />
          <Tick
            label="plugged"
            checked={fixture.plugged}
            onChange={(plugged) => tell(offer(plugged ? `Plugged ${name}` : `Opened ${name}`, { plugged }))}
          />
        </>
      );
    case "fill-tube":
      return (
        <>
          {across}
          <Choice
            label="Its foot"
            value={fixture.foot}
            options={(["cut", "drilled"] as const).map((foot) => [foot, FOOT_WORDS[foot]])}
            onChoose={(foot) => tell(offer(`${name}: its foot`, { foot: foot as "cut" | "drilled" }))}
          />
        </>
      );
    case "standpipe":
      return (
        <>
          {across}
          <Tick
            label="in the drain it came with"
            checked={fixture.inDrain === true}
            onChange={(inDrain) => tell(offer(`${name}: its place`, { inDrain }))}
          />
        </>
      );
    case "tell-tale":
      return across;
    case "feed-strip":
      return (
        <>
          {across}
          <FeedStripFields fixture={fixture} name={name} offer={offer} tell={tell} />
        </>
      );
    case "dressing":
      return (
        <>
          <Choice
            label="Of what"
            value={fixture.material}
            options={DRESSING_MATERIALS.map((material) => [material, DRESSING_WORDS[material]])}
            onChoose={(material) => tell(offer(`${name}: of what`, { material: material as DressingMaterial }))}
          />
          {fixture.material === "sheet" && (
            <NumberField
              label="Slots in it"
              of={name}
              quantity="count"
              value={fixture.slots ?? null}
              onOffer={(slots) => offer(`${name}: slots`, { slots })}
              onUnsaid={() => offer(`${name}: slots`, { slots: undefined })}
            />
          )}
        </>
      );
    case "lid":
      return (
        <NumberField
          label="Left open"
          of={name}
          quantity="share"
          value={fixture.openShare}
          onOffer={(openShare) => offer(`${name}: left open`, { openShare })}
        />
      );
    case "tray":
    case "liner":
    case "front":
    case "drain-screen":
      return null;
    default:
      return fixture satisfies never;
  }
}
