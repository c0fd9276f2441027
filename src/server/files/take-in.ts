import { failed, ok, problem, type Result } from "../../core/units/problem";
import { parseHouse } from "../../formats/house/schema";
import { HOUSE_KIND } from "../../formats/house/document";
import { MIX_KIND } from "../../formats/mix/document";
import { OWN_MEDIUM_KIND } from "../../formats/own-medium/document";
import { parseOwnMedium } from "../../formats/own-medium/schema";
import { OWN_OCCUPANT_KIND } from "../../formats/own-occupant/document";
import { parseOwnOccupant } from "../../formats/own-occupant/schema";
import { SETUP_KIND } from "../../formats/setup/document";
import { SETUP_FILE_KIND } from "../../formats/setup-file/document";
import { parseSetupFile } from "../../formats/setup-file/schema";
import type { Db } from "../db/client";
import { createOwnMedium, freeName } from "../media/media.service";
import { readMixFile } from "../mixes/mix-file";
import { PLACE_KIND } from "../../formats/place/document";
import { parsePlace } from "../../formats/place/schema";
import { createPlace, freePlaceName } from "../places/places.service";
import { createOwnOccupant, freeKindName } from "../occupants/occupants.service";
import { takeInMixFile } from "./mix-file.service";
import { takeInHouse, type HouseTakenIn } from "./house.service";
import { takeInSetupFile, type FileContext } from "./setup-file.service";

/** What a file turned out to be and what came of it: where it is now, and in sentences what came with it. */
export type FileTakenIn = {
  readonly what: "setup" | "mix" | "medium" | "kind" | "place" | "house";
  readonly address: string;
  readonly notes: readonly string[];
};

/** Takes in a file by what it says it is: all of it or nothing. */
export function takeInFile(db: Db, text: string, context: FileContext): Result<FileTakenIn> {
  // a byte order mark, as some editors put before a text
  const bare = text.replace(/^\uFEFF/u, "");
  if (!bare.trimStart().startsWith("{")) return asMix(db, bare, context);
  let value: unknown;
  try {
    value = JSON.parse(bare);
  } catch {
    return failed(problem("", "not-json", "This file is cut off or no JSON: it cannot be read. Nothing was changed."));
  }
  const kind = (value as { kind?: unknown }).kind;
  switch (kind) {
    case SETUP_FILE_KIND:
    case SETUP_KIND: {
      const file = parseSetupFile(value);
      const taken = file.ok ? takeInSetupFile(db, file.value, context) : file;
      return taken.ok ? ok({ what: "setup", address: `/setups/${taken.value.id}`, notes: taken.value.notes }) : taken;
    }
    case MIX_KIND:
      return asMix(db, bare, context);
    case OWN_MEDIUM_KIND: {
      const own = parseOwnMedium(value);
      if (!own.ok) return own;
      const name = freeName(db, own.value.name, context);
      const made = createOwnMedium(db, { ...own.value, name }, context);
      return made.ok
        ? ok({ what: "medium", address: `/media/own/${made.value}`, notes: renamedNote(own.value.name, name) })
        : made;
    }
    case PLACE_KIND: {
      const place = parsePlace(value);
      if (!place.ok) return place;
      const name = freePlaceName(db, place.value.name);
      const made = createPlace(db, { ...place.value, name }, context);
      return made.ok
        ? ok({ what: "place", address: `/places/${made.value}`, notes: renamedNote(place.value.name, name) })
        : made;
    }
    case OWN_OCCUPANT_KIND: {
      const own = parseOwnOccupant(value);
      if (!own.ok) return own;
      const name = freeKindName(db, own.value.name);
      const made = createOwnOccupant(db, { ...own.value, name }, context);
      return made.ok
        ? ok({ what: "kind", address: `/living/own/${made.value}`, notes: renamedNote(own.value.name, name) })
        : made;
    }
    case HOUSE_KIND: {
      const house = parseHouse(value);
      const taken = house.ok ? takeInHouse(db, house.value, context) : house;
      return taken.ok ? ok({ what: "house", address: "/", notes: houseNotes(taken.value) }) : taken;
    }
    default:
      return failed(
        problem(
          "kind",
          "unknown-kind",
          "This is no file of Marlstone's: it does not say that it is a setup, a mix, a medium, a kind or a house. Nothing was changed.",
        ),
      );
  }
}

function asMix(db: Db, text: string, context: FileContext): Result<FileTakenIn> {
  const file = readMixFile(text);
  const taken = file.ok ? takeInMixFile(db, file.value, context) : file;
  return taken.ok ? ok({ what: "mix", address: `/mixes/${taken.value.id}`, notes: taken.value.notes }) : taken;
}

const renamedNote = (was: string, name: string): readonly string[] =>
  was === name ? [] : [`There is another “${was}” here, which stays as it is: this one is called “${name}”.`];

function houseNotes({
  setups,
  mixes,
  media,
  occupants,
  places,
  packs,
  alreadyHere,
  added,
  renamed,
}: HouseTakenIn): readonly string[] {
  const counted = (count: number, one: string, many: string): string[] =>
    count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];
  const came = [
    ...counted(setups, "setup", "setups"),
    ...counted(mixes, "mix", "mixes"),
    ...counted(media, "medium of your own", "media of your own"),
    ...counted(occupants, "kind of your own", "kinds of your own"),
    ...counted(places, "place", "places"),
    ...counted(packs, "way of buying", "ways of buying"),
  ];
  return [
    came.length > 0
      ? `Taken in, with all of their versions: ${came.join(", ")}.`
      : added > 0
        ? "It brought nothing that is not here."
        : "There was nothing new in it.",
    ...(alreadyHere > 0 ? [`${alreadyHere} were here already, the same, and were passed over.`] : []),
    ...(added > 0
      ? [
          `To ${added} of them was added what had been named, ticked or written down of ${added === 1 ? "it" : "them"} elsewhere.`,
        ]
      : []),
    ...(renamed > 0
      ? [
          `${renamed} had an id that is taken here by something else: they were given new ones. What was here is as it was.`,
        ]
      : []),
  ];
}
