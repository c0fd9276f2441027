import { airOverYears, yearsUntilTight } from "../../core/mixing/ageing";
import { AMENDMENTS, amendmentWarnings, phShiftOf } from "../../core/mixing/amendments";
import { blend } from "../../core/mixing/blend";
import { mixEc, mixPH } from "../../core/mixing/chemistry";
import { wickingOf } from "../../core/mixing/wicking";
import type { OwnMedium } from "../../core/media/own-medium";
import { TIGHT_AIR_SPACE } from "../../core/readings/readings";
import { failed, ok, problem } from "../../core/units/problem";
import { containerState } from "../../core/water/container";
import { mediaWith } from "../setup-file/pantry";
import type { Mix } from "./document";

/** What Marlstone computes of a mix, as a document for scripts (docs/formats/mix.md). Lengths cm, shares m³/m³, time h. */
const MIX_RESULT_KIND = "marlstone.mix-result";
const MIX_RESULT_VERSION = 1;

/** Heights of vessel that water and air are told for. [cm] */
const HEIGHTS_CM = [5, 10, 15, 20, 30, 40] as const;
const AGES_YEARS = [1, 2, 4] as const;
/** The height at which ageing is told. [cm] */
const USUAL_HEIGHT_CM = 15;

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** What a mix holds, keeps, weighs and becomes. Fails with what keeps it from being blended. */
export function answerMix({ mix, media }: { readonly mix: Mix; readonly media: Readonly<Record<string, OwnMedium>> }) {
  const found = mediaWith(Object.entries(media).map(([mediumId, medium]) => ({ mediumId, medium })));
  if (!found.ok) return found;
  const unknown = mix.parts.flatMap(({ mediumId }, i) =>
    found.value(mediumId)
      ? []
      : [problem(`parts[${i}].mediumId`, "unknown-medium", `“${mediumId}” is not known here and did not come with it`)],
  );
  if (unknown.length > 0) return failed(...unknown);
  const parts = mix.parts.map(({ mediumId, parts: amount }) => ({ medium: found.value(mediumId)!, parts: amount }));
  const mixed = blend(parts);
  if (!mixed.ok) return mixed;
  const { hydraulics, shares, shrinkFraction, conductivityFactor, dryBulkDensityGPerCm3 } = mixed.value;
  const { air } = containerState(hydraulics, USUAL_HEIGHT_CM);
  const tight = yearsUntilTight(parts, shares, air, TIGHT_AIR_SPACE);
  const wicking = wickingOf(parts);
  return ok({
    kind: MIX_RESULT_KIND,
    version: MIX_RESULT_VERSION,
    name: mix.name,
    readings: {
      shares: parts.map(({ medium }, i) => ({ mediumId: medium.id, share: shares[i]! })),
      hydraulics,
      ksRangeCmPerHour: {
        low: hydraulics.ksCmPerHour / conductivityFactor,
        high: hydraulics.ksCmPerHour * conductivityFactor,
      },
      shrinkFraction,
      dryBulkDensityGPerCm3,
      vessels: HEIGHTS_CM.map((heightCm) => containerState(hydraulics, heightCm)),
      pH: mixPH(parts, shares),
      pHShift: phShiftOf(mix.amendments, parts, shares) ?? null,
      ecDsPerM: mixEc(parts, shares),
      wicking: { share: wicking.share, inTouch: wicking.inTouch, idle: wicking.idle.map(({ id }) => id) },
      airOverYears: airOverYears(parts, shares, air, AGES_YEARS),
      yearsUntilTight: { low: finite(tight.low), typical: finite(tight.typical), high: finite(tight.high) },
    },
    checks: mix.amendments.flatMap(({ id }) => {
      const amendment = AMENDMENTS.find((one) => one.id === id)!;
      return amendmentWarnings(amendment, parts).map((text) => ({ id, text }));
    }),
    cautions: [
      ...new Set(parts.flatMap(({ medium }) => medium.cautions.map((caution) => `${medium.name}: ${caution}`))),
    ],
  });
}
