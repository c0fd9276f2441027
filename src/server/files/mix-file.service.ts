import { failed, ok, type Result } from "../../core/units/problem";
import { withPartsNamed } from "../../formats/setup-file/document";
import { writingIfOk, type Db } from "../db/client";
import * as kept from "../kept/kept.service";
import type { MixFromFile } from "../mixes/mix-file";
import { checkMix, MIXES, type MixContext } from "../mixes/mixes.service";
import { Taking, type TakenIn } from "./taking";

/** Takes in a mix from elsewhere as a new one, with the own media it is made of: all of it or nothing. */
export function takeInMixFile(db: Db, { mix, media }: MixFromFile, context: MixContext): Result<TakenIn> {
  return writingIfOk(db, (tx): Result<TakenIn> => {
    const taking = new Taking(tx, context);
    for (const { mediumId } of mix.parts) if (media[mediumId]) taking.medium(mediumId, media[mediumId]);
    if (taking.problems.length > 0) return failed(...taking.problems);
    const checked = checkMix(withPartsNamed(mix, taking.nameOf), context);
    return checked.ok ? ok({ id: kept.insert(tx, MIXES, checked.value, context), notes: taking.notes }) : checked;
  });
}
