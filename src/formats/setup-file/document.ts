import { folded } from "../../core/units/text";
import { isOwn } from "../../core/media/own-id";
import type { OwnMedium } from "../../core/media/own-medium";
import type { Pack } from "../../core/mixing/batch";
import { isMix } from "../../core/mixing/mix-medium";
import { isOwnKind, type OwnOccupant } from "../../core/occupants/own-occupant";
import type { Setup } from "../../core/stack/setup";
import { mixDocument, type Mix, type MixDocument } from "../mix/document";
import { ownMediumDocument, type OwnMediumDocument } from "../own-medium/document";
import { ownOccupantDocument, type OwnOccupantDocument } from "../own-occupant/document";
import type { Place } from "../../core/place/place";
import { placeDocument, type PlaceDocument } from "../place/document";
import type { CarriedWeather } from "../weather/carried";
import { setupDocument, type SetupDocument } from "../setup/document";

/**
 * A setup with all it needs to be opened elsewhere: the mixes it has layers of, the grower's own media and kinds,
 * the places it stands at, and how its media are bought (docs/formats/setup-file.md).
 */
export const SETUP_FILE_KIND = "marlstone.setup-file";
export const SETUP_FILE_VERSION = 3;

/** What a setup file carries, each under the name that the setup, or a mix in it, calls it by. */
export type SetupFile = {
  readonly setup: Setup;
  readonly mixes: readonly { readonly mediumId: string; readonly mix: Mix }[];
  readonly media: readonly { readonly mediumId: string; readonly medium: OwnMedium }[];
  readonly occupants: readonly { readonly occupantId: string; readonly occupant: OwnOccupant }[];
  readonly places: readonly { readonly placeId: string; readonly place: Place }[];
  /** Measured weather of those places. */
  readonly weather: readonly CarriedWeather[];
  readonly packs: readonly Pack[];
};

export type SetupFileDocument = {
  readonly kind: typeof SETUP_FILE_KIND;
  readonly version: typeof SETUP_FILE_VERSION;
  readonly setup: SetupDocument;
  readonly mixes: readonly { readonly mediumId: string; readonly mix: MixDocument }[];
  readonly media: readonly { readonly mediumId: string; readonly medium: OwnMediumDocument }[];
  readonly occupants: readonly { readonly occupantId: string; readonly occupant: OwnOccupantDocument }[];
  readonly places: readonly { readonly placeId: string; readonly place: PlaceDocument }[];
  readonly weather: readonly CarriedWeather[];
  readonly packs: readonly Pack[];
};

export const setupFileDocument = ({
  setup,
  mixes,
  media,
  occupants,
  places,
  weather,
  packs,
}: SetupFile): SetupFileDocument => ({
  kind: SETUP_FILE_KIND,
  version: SETUP_FILE_VERSION,
  setup: setupDocument(setup),
  mixes: mixes.map(({ mediumId, mix }) => ({ mediumId, mix: mixDocument(mix) })),
  media: media.map(({ mediumId, medium }) => ({ mediumId, medium: ownMediumDocument(medium) })),
  occupants: occupants.map(({ occupantId, occupant }) => ({ occupantId, occupant: ownOccupantDocument(occupant) })),
  places: places.map(({ placeId, place }) => ({ placeId, place: placeDocument(place) })),
  weather,
  packs,
});

/** Where what a setup names is found. */
export type Pantry = {
  readonly mix: (mediumId: string) => Mix | undefined;
  readonly ownMedium: (mediumId: string) => OwnMedium | undefined;
  readonly ownOccupant: (occupantId: string) => OwnOccupant | undefined;
  readonly place: (placeId: string) => Place | undefined;
  readonly weather: (weatherId: string) => CarriedWeather | undefined;
  readonly packs: readonly Pack[];
};

const once = (ids: readonly string[]): readonly string[] => [...new Set(ids)];

/** A setup with all of what it names that is not in every Marlstone. What is not found any more is left out. */
export function packed(setup: Setup, { mix, ownMedium, ownOccupant, place, weather, packs }: Pantry): SetupFile {
  const layered = once(setup.layers.map(({ mediumId }) => mediumId));
  const mixes = layered.filter(isMix).flatMap((mediumId) => {
    const found = mix(mediumId);
    return found ? [{ mediumId, mix: found }] : [];
  });
  const poured = once([
    ...layered.filter((id) => !isMix(id)),
    ...mixes.flatMap(({ mix: { parts } }) => parts.map(({ mediumId }) => mediumId)),
  ]);
  const places = once((setup.places ?? []).map(({ placeId }) => placeId)).flatMap((placeId) => {
    const found = place(placeId);
    return found ? [{ placeId, place: found }] : [];
  });
  // what is led into it is of other setups, which stay behind
  const { runsIn: _runsIn, ...alone } = setup;
  return {
    setup: alone,
    mixes,
    media: poured.filter(isOwn).flatMap((mediumId) => {
      const found = ownMedium(mediumId);
      return found ? [{ mediumId, medium: found }] : [];
    }),
    occupants: once(setup.occupants.map(({ occupantId }) => occupantId))
      .filter(isOwnKind)
      .flatMap((occupantId) => {
        const found = ownOccupant(occupantId);
        return found ? [{ occupantId, occupant: found }] : [];
      }),
    places,
    weather: once(places.flatMap(({ place: { weatherId } }) => weatherId ?? [])).flatMap((id) => weather(id) ?? []),
    packs: packs.filter(({ mediumId }) => poured.includes(mediumId)),
  };
}

/** The same setup with its mixes, media and kinds under other names. */
export function renamed({ setup, ...rest }: SetupFile, nameOf: (id: string) => string): SetupFile {
  return {
    setup: {
      ...setup,
      layers: setup.layers.map((layer) => ({ ...layer, mediumId: nameOf(layer.mediumId) })),
      occupants: setup.occupants.map((one) => ({ ...one, occupantId: nameOf(one.occupantId) })),
      ...(setup.places && { places: setup.places.map((stay) => ({ ...stay, placeId: nameOf(stay.placeId) })) }),
    },
    mixes: rest.mixes.map(({ mediumId, mix }) => ({ mediumId: nameOf(mediumId), mix: withPartsNamed(mix, nameOf) })),
    media: rest.media.map(({ mediumId, medium }) => ({ mediumId: nameOf(mediumId), medium })),
    occupants: rest.occupants.map(({ occupantId, occupant }) => ({ occupantId: nameOf(occupantId), occupant })),
    places: rest.places.map(({ placeId, place }) => ({ placeId: nameOf(placeId), place })),
    weather: rest.weather,
    packs: rest.packs.map((pack) => ({ ...pack, mediumId: nameOf(pack.mediumId) })),
  };
}

export const withPartsNamed = (mix: Mix, nameOf: (id: string) => string): Mix => ({
  ...mix,
  parts: mix.parts.map((part) => ({ ...part, mediumId: nameOf(part.mediumId) })),
});

/** A file's name for a setup's: letters and digits, with the ending that says what it is. */
export const fileNameOf = (name: string, ending: string): string =>
  `${
    folded(name)
      .replaceAll(/[^\p{L}\p{N}]+/gu, "-")
      .replaceAll(/[^a-z0-9-]/gu, "")
      .replaceAll(/^-+|-+$/gu, "")
      .slice(0, 60) || "marlstone"
  }${ending}`;
