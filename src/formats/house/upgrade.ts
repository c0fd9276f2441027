import { upgradesTo } from "../upgrades";
import { HOUSE_VERSION } from "./document";

/**
 * How the house file grew. The documents in it keep the version they were written in and are upgraded as they are read,
 * each by its own chain; a step here changes what lies around them.
 */
/** Version 2 brought places and their weather. */
const fromVersion1 = (document: object): object => ({ ...document, version: 2, places: [], weather: [] });
/** Version 3 brought what was done of schedules, and the days of the house. */
const fromVersion2 = (document: object): object => ({ ...withInSetups(document, 3, { keeping: [] }), houseDays: [] });
/** Version 4 brought logs. */
const fromVersion3 = (document: object): object => withInSetups(document, 4, { log: [] });

/** A document of a version, with something more in each of its setups. */
function withInSetups(document: object, version: number, more: object): object {
  const { setups } = document as { setups?: unknown };
  return {
    ...document,
    version,
    setups: Array.isArray(setups)
      ? setups.map((one: unknown) => (typeof one === "object" && one !== null ? { ...one, ...more } : one))
      : setups,
  };
}

export const HOUSE_UPGRADES = upgradesTo(HOUSE_VERSION, fromVersion1, fromVersion2, fromVersion3);
