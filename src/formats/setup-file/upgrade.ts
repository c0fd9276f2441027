import { upgradesTo } from "../upgrades";
import { SETUP_FILE_VERSION } from "./document";

/** Version 2 brought the places a setup stands at. */
const fromVersion1 = (document: object): object => ({ ...document, version: 2, places: [] });

/** Version 3 brought the measured weather of those places. */
const fromVersion2 = (document: object): object => ({ ...document, version: 3, weather: [] });

export const SETUP_FILE_UPGRADES = upgradesTo(SETUP_FILE_VERSION, fromVersion1, fromVersion2);
