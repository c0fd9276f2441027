import { CATALOGUE } from "../../core/media/catalogue/catalogue";
import { isOwn } from "../../core/media/own-id";
import { makeOwnMedium } from "../../core/media/own-medium";
import type { Medium } from "../../core/media/medium";
import { inLibrary, occupantsFrom } from "../../core/occupants/library/library";
import type { Occupant, OccupantLookup } from "../../core/occupants/occupant";
import { makeOwnOccupant } from "../../core/occupants/own-occupant";
import { failed, ok, problem, type Problem, type Result } from "../../core/units/problem";
import { containerState } from "../../core/water/container";
import { mixAsMedium } from "../../core/water/mix-as-medium";
import type { MediumLookup } from "../../core/water/network";
import type { OwnMedium } from "../../core/media/own-medium";
import type { SetupFile } from "./document";

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));

/** The catalogue with media of somebody's own, each made of its figures. */
export function mediaWith(
  own: readonly { readonly mediumId: string; readonly medium: OwnMedium }[],
): Result<MediumLookup> {
  const made = new Map<string, Medium>();
  const problems: Problem[] = [];
  for (const { mediumId, medium } of own) {
    const base = byId.get(medium.basedOn);
    const result = base
      ? makeOwnMedium(mediumId, medium, base, (hydraulics, heightCm) => containerState(hydraulics, heightCm).water)
      : failed(problem("basedOn", "unknown-medium", `“${medium.basedOn}” is not in the catalogue`));
    if (result.ok) made.set(mediumId, result.value.medium);
    else problems.push(...result.problems.map((one) => ({ ...one, path: `media ${mediumId} ${one.path}`.trim() })));
  }
  return problems.length > 0 ? failed(...problems) : ok((id) => (isOwn(id) ? made.get(id) : byId.get(id)));
}

/** All that a setup file names, out of the file and of what every Marlstone has. */
export function pantryOf({ media, mixes, occupants }: SetupFile): Result<{
  readonly medium: MediumLookup;
  readonly occupant: OccupantLookup;
}> {
  const ingredients = mediaWith(media);
  if (!ingredients.ok) return ingredients;
  const problems: Problem[] = [];
  const mixed = new Map<string, Medium>();
  for (const { mediumId, mix } of mixes) {
    const unknown = mix.parts.filter((part) => !ingredients.value(part.mediumId));
    const result =
      unknown.length > 0
        ? failed(
            problem("parts", "unknown-medium", `“${unknown[0]!.mediumId}” is not known here and did not come with it`),
          )
        : mixAsMedium(
            mediumId,
            mix.name,
            mix.parts.map((part) => ({ medium: ingredients.value(part.mediumId)!, parts: part.parts })),
          );
    if (result.ok) mixed.set(mediumId, result.value);
    else problems.push(...result.problems.map((one) => ({ ...one, path: `mixes ${mediumId} ${one.path}`.trim() })));
  }
  const kinds = new Map<string, Occupant>();
  for (const { occupantId, occupant } of occupants) {
    const result = makeOwnOccupant(occupantId, occupant, inLibrary);
    if (result.ok) kinds.set(occupantId, result.value);
    else
      problems.push(...result.problems.map((one) => ({ ...one, path: `occupants ${occupantId} ${one.path}`.trim() })));
  }
  return problems.length > 0
    ? failed(...problems)
    : ok({
        medium: (id) => mixed.get(id) ?? ingredients.value(id),
        occupant: occupantsFrom((id) => kinds.get(id)),
      });
}
