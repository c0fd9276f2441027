import { upgradesTo } from "../upgrades";
import { MIX_VERSION } from "./document";

/** One of version 1 had no amendments. */
const fromVersion1 = (document: object): object => ({ ...document, version: 2, amendments: [] });

export const MIX_UPGRADES = upgradesTo(MIX_VERSION, fromVersion1);
