import { UNKNOWN_TAP } from "../../core/place/waters";
import { upgradesTo } from "../upgrades";
import { PLACE_VERSION } from "./document";

/** Version 2 has waters by name; one of version 1 had a tap. */
function fromVersion1(document: object): object {
  const { water } = document as { readonly water?: unknown };
  if (typeof water !== "object" || water === null) return { ...document, version: 2 };
  const { tapMgPerL, tapAlkalinityMgPerL, ...rest } = water as Record<string, unknown>;
  const waters = [{ ...UNKNOWN_TAP, mgPerL: tapMgPerL, alkalinityMgPerL: tapAlkalinityMgPerL }];
  return { ...document, version: 2, water: { waters, ...rest } };
}

export const PLACE_UPGRADES = upgradesTo(PLACE_VERSION, fromVersion1);
