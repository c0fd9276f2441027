import { OWN_PREFIX, ownMediumId } from "../../core/media/own-id";
import type { OwnMedium } from "../../core/media/own-medium";
import { mixMediumId, mixOfMedium } from "../../core/mixing/mix-medium";
import { inLibrary } from "../../core/occupants/library/library";
import { makeOwnOccupant, OWN_KIND_PREFIX, ownKindId, type OwnOccupant } from "../../core/occupants/own-occupant";
import type { Problem } from "../../core/units/problem";
import type { Kept } from "../../formats/kept";
import type { Mix } from "../../formats/mix/document";
import type { Pack } from "../../core/mixing/batch";
import type { Db } from "../db/client";
import { insertWithVersions, keptRow } from "../kept/kept.repo";
import * as kept from "../kept/kept.service";
import { freeName, isSameMedium, makeMedium, OWN_MEDIA } from "../media/media.service";
import { checkMix, MIXES, type MixContext } from "../mixes/mixes.service";
import { freeKindName, OWN_OCCUPANTS } from "../occupants/occupants.service";
import { freePlaceName, PLACES } from "../places/places.service";
import type { Place } from "../../core/place/place";
import type { Setup } from "../../core/stack/setup";
import { listPacks, putPack } from "../packs/packs.service";
import { setupRow } from "../setups/setups.repo";

/** What came of a file: what it made, and in sentences what else came with it or was kept as it was here. */
export type TakenIn = { readonly id: string; readonly notes: readonly string[] };

type What = "medium" | "mix" | "kind" | "place";

/**
 * Takes in one by one what a file brings, and remembers what each is called here. What is here already and is the same is
 * used, back from what was put away; what is here and differs stays, and what came gets another name and number.
 */
export class Taking {
  readonly problems: Problem[] = [];
  readonly notes: string[] = [];
  private readonly names = new Map<string, string>();
  constructor(
    private readonly db: Db,
    private readonly context: MixContext,
  ) {}

  readonly nameOf = (id: string): string => this.names.get(id) ?? id;

  knowsKind(occupantId: string): boolean {
    return keptRow(this.db, OWN_OCCUPANTS.tables, occupantId.slice(OWN_KIND_PREFIX.length)) !== undefined;
  }

  medium(mediumId: string, own: OwnMedium): void {
    const { db, context } = this;
    const id = mediumId.slice(OWN_PREFIX.length);
    const same = this.same(OWN_MEDIA, id, (here) => isSameMedium(here, own), "medium");
    if (same) return void this.names.set(mediumId, ownMediumId(same.id));
    const made = makeMedium(mediumId, own, context);
    if (!made.ok)
      return void this.problems.push(...made.problems.map((one) => ({ ...one, path: `media ${own.name}` })));
    const name = freeName(db, own.name, context);
    const newId = this.keep(OWN_MEDIA, id, [{ version: 1, value: { ...own, name } }]);
    this.names.set(mediumId, ownMediumId(newId));
    this.came(own.name, name, "medium");
  }

  occupant(occupantId: string, own: OwnOccupant): void {
    const { db } = this;
    const id = occupantId.slice(OWN_KIND_PREFIX.length);
    const textOf = (one: OwnOccupant): string => OWN_OCCUPANTS.textOf({ ...one, name: bareName(one.name) });
    const same = this.same(OWN_OCCUPANTS, id, (here) => textOf(here) === textOf(own), "kind");
    if (same) return void this.names.set(occupantId, ownKindId(same.id));
    const made = makeOwnOccupant(occupantId, own, inLibrary);
    if (!made.ok)
      return void this.problems.push(...made.problems.map((one) => ({ ...one, path: `occupants ${own.name}` })));
    const name = freeKindName(db, own.name);
    const newId = this.keep(OWN_OCCUPANTS, id, [{ version: 1, value: { ...own, name } }]);
    this.names.set(occupantId, ownKindId(newId));
    this.came(own.name, name, "kind");
  }

  place(placeId: string, place: Place): void {
    const { db } = this;
    const textOf = (one: Place): string => PLACES.textOf({ ...one, name: bareName(one.name) });
    const same = this.same(PLACES, placeId, (here) => textOf(here) === textOf(place), "place");
    if (same) return void this.names.set(placeId, same.id);
    const name = freePlaceName(db, place.name);
    this.names.set(placeId, this.keep(PLACES, placeId, [{ version: 1, value: { ...place, name } }]));
    this.came(place.name, name, "place");
  }

  /** Where it stood at a place that is not known here and did not come with it, it stands at none. */
  withKnownPlaces({ places, runsIn, ...came }: Setup): Setup {
    const led = runsIn?.filter((id) => setupRow(this.db, id) !== undefined) ?? [];
    if (led.length < (runsIn?.length ?? 0))
      this.notes.push("A setup whose overflow is led into it did not come with it.");
    const setup: Setup = led.length > 0 ? { ...came, runsIn: led } : came;
    if (!places) return setup;
    const known = places.filter(({ placeId }) => keptRow(this.db, PLACES.tables, placeId) !== undefined);
    if (known.length < places.length) this.notes.push("A place it stood at did not come with it.");
    const [only] = known;
    if (!only) return setup;
    return { ...setup, places: known.length === 1 ? [{ ...only, from: null }] : known };
  }

  /** Mixes by their versions: those of one mix stay together. */
  mixes(list: readonly { readonly mediumId: string; readonly mix: Mix }[]): void {
    const { db, context } = this;
    const groups = new Map<string, { version: number; mediumId: string; mix: Mix }[]>();
    for (const { mediumId, mix } of list) {
      const checked = checkMix(mix, context);
      if (!checked.ok) {
        this.problems.push(...checked.problems.map((one) => ({ ...one, path: `mixes ${mix.name}` })));
        continue;
      }
      const { mixId, version } = mixOfMedium(mediumId)!;
      groups.set(mixId, [...(groups.get(mixId) ?? []), { version: version!, mediumId, mix }]);
    }
    for (const [mixId, versions] of groups) {
      const isSame = (one: Mix, other: Mix): boolean =>
        MIXES.textOf({ ...one, name: bareName(one.name) }) === MIXES.textOf({ ...other, name: bareName(other.name) });
      const here = versions.map(({ version, mix }) => {
        const own = kept.findVersion(db, MIXES, mixId, version);
        return own && isSame(own.value, mix) ? own : this.shelves(MIXES).find(({ value }) => isSame(value, mix));
      });
      if (here.every((one) => one !== undefined)) {
        for (const { id } of here) this.backOnShelf(MIXES, kept.find(db, MIXES, id), "mix");
        versions.forEach(({ mediumId }, i) => this.names.set(mediumId, mixMediumId(here[i]!.id, here[i]!.version)));
        continue;
      }
      const newest = [...versions].sort((a, b) => a.version - b.version);
      const was = newest.at(-1)!.mix.name;
      const name = this.freeMixName(was);
      const newId = this.keep(
        MIXES,
        mixId,
        newest.map(({ version, mix }, i) => ({ version, value: i === newest.length - 1 ? { ...mix, name } : mix })),
      );
      for (const { mediumId, version } of newest) this.names.set(mediumId, mixMediumId(newId, version));
      this.came(was, name, "mix");
    }
  }

  /** How a medium is bought is taken over where nothing was said of it here. */
  pack(pack: Pack): void {
    const before = listPacks(this.db).find(({ mediumId }) => mediumId === pack.mediumId);
    if (before?.pack) return;
    putPack(this.db, { mediumId: pack.mediumId, baseVersion: before?.version ?? 0, pack }, this.context.now);
  }

  /** What is here and is the same: under its own id, or else under any. */
  private same<T extends { readonly name: string }>(
    kind: kept.Kind<T>,
    id: string,
    isSame: (here: T) => boolean,
    what: What,
  ): Kept<T> | undefined {
    const here = kept.find(this.db, kind, id);
    const same = here && isSame(here.value) ? here : this.shelves(kind).find(({ value }) => isSame(value));
    this.backOnShelf(kind, same, what);
    return same;
  }

  /** What something here is made of again is no longer put away. */
  private backOnShelf<T extends { readonly name: string }>(
    kind: kept.Kind<T>,
    stored: Kept<T> | undefined,
    what: What,
  ): void {
    if (!stored?.isPutAway) return;
    kept.setPutAway(this.db, kind, stored.id, false, this.context);
    this.notes.push(`The ${what} “${stored.value.name}” had been put away here, and is on the shelf again.`);
  }

  private shelves<T extends { readonly name: string }>(kind: kept.Kind<T>) {
    return [...kept.list(this.db, kind), ...kept.list(this.db, kind, true)];
  }

  /** Stores it under its own id, or under another where that is taken. */
  private keep<T extends { readonly name: string }>(
    kind: kept.Kind<T>,
    wanted: string,
    versions: readonly { readonly version: number; readonly value: T }[],
  ): string {
    const id = keptRow(this.db, kind.tables, wanted) ? this.context.newId() : wanted;
    const now = this.context.now();
    insertWithVersions(this.db, kind.tables, {
      id,
      name: versions.at(-1)!.value.name,
      createdAt: now,
      updatedAt: now,
      putAwayAt: null,
      versions: versions.map(({ version, value }) => ({ version, document: kind.textOf(value), savedAt: now })),
    });
    return id;
  }

  private freeMixName(name: string): string {
    const taken = new Set(this.shelves(MIXES).map(({ value }) => value.name));
    for (let count = 1; ; count++) {
      const tried = count === 1 ? name : `${name.slice(0, 110)} (${count})`;
      if (!taken.has(tried)) return tried;
    }
  }

  private came(was: string, name: string, what: What): void {
    this.notes.push(
      was === name
        ? `The ${what} “${name}” came with it.`
        : `The ${what} “${was}” came with it. There is another of that name here, which stays as it is: this one is called “${name}”.`,
    );
  }
}

/** A name without the number it got where it was taken. */
const bareName = (name: string): string => name.replace(/ \(\d+\)$/u, "");
