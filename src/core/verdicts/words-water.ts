import {
  range,
  dayWords,
  daysText,
  count,
  suction,
  NEEDS_NONE,
  feltAs,
  momentWords,
  reasons,
  type Of,
  type Speaking,
  type Text,
} from "./words-common";
import { formatLength, formatPercent, threeFigures } from "../units/units";

export type WaterLimit =
  | "air"
  | "oxygen"
  | "wet-for-good"
  | "wet-days"
  | "dry-for-good"
  | "kept-damp"
  | "dry-days"
  | "crown"
  | "soil-depth"
  | "root-room"
  | "no-roots";

/** What the water does to a plant: air, how wet, how dry, how deep, how high it stands. */
export function waterWords(told: Of<WaterLimit>, speaking: Speaking): Text {
  const { why, plainWhy } = reasons;
  const { system } = speaking;
  const cm = (height: number): string => formatLength(height, system);
  switch (told.limit) {
    case "air": {
      const { airedCm, neededCm, leastAirSpace, meanAirSpace, shortBelowCm, goodAirSpace } = told;
      if (leastAirSpace.typical <= NEEDS_NONE)
        return {
          text: `It needs no air in its soil: its roots get it from above, or live without. There are ${formatPercent(meanAirSpace)} on the mean.`,
          why: plainWhy("The air space its roots want at least."),
        };
      const enough = `It has ${formatPercent(leastAirSpace.typical)} of air and more`;
      const deep =
        shortBelowCm === undefined
          ? "all through its soil"
          : airedCm.typical < 0.1
            ? "nowhere, not even at the surface"
            : `down to ${cm(airedCm.typical)} under the surface`;
      const wants = `its roots want ${range({ ...neededCm, high: neededCm.typical }, cm)}`;
      const comes =
        told.grade === "care" && airedCm.high > airedCm.typical + 0.1
          ? ` If it bears ${formatPercent(leastAirSpace.low)}, it has ${cm(airedCm.high)}.`
          : "";
      return {
        text: `${enough} ${deep}, ${momentWords(told.at)}; ${wants}. On the mean ${formatPercent(meanAirSpace)} in the roots' depth; good is ${formatPercent(goodAirSpace.typical)}.${comes}`,
        why: why(
          "Depth under the surface down to which every height has the least air space its roots want, once watered and drained, or full; held against the depth its roots need.",
          [
            ["least air, range", range(leastAirSpace, formatPercent)],
            ["depth with that air", range(airedCm, cm)],
            ["roots, least to usual", range({ ...neededCm, high: neededCm.typical }, cm)],
          ],
          leastAirSpace,
          "Air space varies by several per cent between batches of one medium.",
        ),
      };
    }
    case "oxygen": {
      const { reachesCm, soilCm, sourWithinDays } = told;
      const text =
        reachesCm.typical >= soilCm - 0.05
          ? `Oxygen comes to the foot of its soil (at the least to ${cm(reachesCm.low)}).`
          : `No oxygen comes deeper than ${cm(reachesCm.typical)} (${range(reachesCm, cm)}): roots under that die, and in ${daysText(sourWithinDays.low)} to ${daysText(sourWithinDays.high)} days it smells sour.`;
      return {
        text,
        why: {
          formula:
            "Steady diffusion from the surface through the air-filled pores, D0·ε^(10/3)/φ², against what roots and microbes use where it is warmest, or at 20 °C while that is not said; where it is used up, oxygen ends. Twice as much is used 10 °C warmer.",
          inputs: [
            ["reaches", range(reachesCm, cm)],
            ["soil", cm(soilCm)],
          ],
          source: "Diffusion after Millington & Quirk (1961); use after Gliński & Stępniewski (1985).",
          uncertainty:
            "What a pot uses varies tenfold with roots, feed and warmth, and what comes through the wall is not counted: an estimate, which by itself never refuses a plant.",
        },
      };
    }
    case "wet-for-good": {
      const { roomCm, wettestSuctionCm, suctionCm, neededCm } = told;
      return {
        text:
          told.grade === "suits"
            ? `It stays ${feltAs(suctionCm)} (${suction(suctionCm, system)} of suction in the middle of its roots), as it likes.`
            : `It stays ${feltAs(suctionCm)}: only the upper ${cm(Math.max(0, roomCm.typical))} keep the ${suction(wettestSuctionCm.typical, system)} of suction under which it rots, where its roots want ${cm(neededCm.low)} at least.${told.grade === "care" ? ` If it bears ${suction(wettestSuctionCm.low, system)}, it has ${cm(roomCm.high)}.` : ""}`,
        why: why(
          "The wettest suction at which it thrives, held against the suction by height in the state that lasts: full, as the vessel keeps it.",
          [
            ["wettest it likes", range(wettestSuctionCm, (value) => suction(value, system))],
            ["suction in the middle of its roots", suction(suctionCm, system)],
            ["depth that is dry enough", range(roomCm, cm)],
          ],
          wettestSuctionCm,
        ),
      };
    }
    case "wet-days": {
      const { days, borne, restingDays, borneResting, decidedBy, wettestSuctionCm } = told;
      const inRest = decidedBy === "resting";
      return {
        text: inRest
          ? `In its rest, when it drinks a quarter, a watering keeps it wet for ${dayWords(restingDays)}; it bears ${range(borneResting, daysText)} days then. Water it less, or hardly, in its rest.`
          : `It is wetter than it likes for ${dayWords(days.typical)} after a watering; it bears ${range(borne, daysText)} days.`,
        why: why(
          "Days from a soaking until roots have drawn the suction in the middle of their depth to the wettest they like, at the demand of a usual day.",
          [
            ["wettest it likes", range(wettestSuctionCm, (value) => suction(value, system))],
            ["days wetter", range(days, daysText)],
            ["at rest", daysText(restingDays)],
          ],
          borne,
          "The demand is a day's mean; a cool week doubles the time.",
        ),
      };
    }
    case "dry-for-good": {
      const { suctionCm, driest } = told;
      return {
        text:
          told.grade === "suits"
            ? `It is ${feltAs(suctionCm)} at its roots, ${suction(suctionCm, system)} of suction; it bears ${suction(driest.typical, system)}.`
            : `It is too dry at its roots: ${suction(suctionCm, system)} of suction, where it bears ${range(driest, (value) => suction(value, system))}.`,
        why: why(
          "The suction in the middle of its roots in the state that lasts, held against the driest at which it thrives.",
          [["driest it thrives at", range(driest, (value) => suction(value, system))]],
          driest,
        ),
      };
    }
    case "kept-damp": {
      const { markCm, levelCm, driest, daysFromFull, beyondDays, borne, everyDays } = told;
      const mark =
        markCm === undefined
          ? "Any level keeps its roots damp enough"
          : markCm > levelCm + 0.05
            ? `Its roots are kept damp only from ${cm(markCm)} of water on; it stands at ${cm(Math.max(0, levelCm))}`
            : `Its roots are kept damp while the water stands over ${cm(Math.max(0, markCm))}`;
      const time =
        everyDays === null
          ? Number.isFinite(daysFromFull) && daysFromFull > 0
            ? markCm === undefined
              ? `; from full that lasts about ${dayWords(daysFromFull)}`
              : `, about ${dayWords(daysFromFull)} from full`
            : ""
          : beyondDays > 0
            ? `; filled up every ${daysText(everyDays)} days, it goes without for ${dayWords(beyondDays)}, and bears ${range(borne, daysText)}`
            : `; filled up every ${daysText(everyDays)} days, it never goes without`;
      return {
        text: `${mark}${time}.`,
        why: why(
          "The lowest level of free water from which the greatest steady rise still brings a usual day's demand to the middle of its roots, without the suction there passing the driest at which it thrives.",
          [
            ["driest it thrives at", range(driest, (value) => suction(value, system))],
            ["level for that", markCm === undefined ? "any" : cm(markCm)],
            ["water stands at", cm(Math.max(0, levelCm))],
          ],
          driest,
          "How well media conduct is known to a factor of ten for coarse ones.",
        ),
      };
    }
    case "dry-days": {
      const { lastsDays, driest, beyondDays, borne, everyDays } = told;
      const lasts = `A soaking lasts it ${dayWords(lastsDays)}`;
      return {
        text:
          everyDays === null
            ? `${lasts}${lastsDays < 1.5 ? ", less than anybody waters for long" : ": water it before then"}.`
            : beyondDays > 0
              ? `${lasts}; watered every ${daysText(everyDays)} days, it goes without for ${dayWords(beyondDays)}, and bears ${range(borne, daysText)}.`
              : `${lasts}, and it is watered every ${daysText(everyDays)}.`,
        why: why(
          "Days of usual demand from the drained state until the middle of its roots comes to the driest suction at which it thrives; the soil is reckoned as drawn from evenly.",
          [["driest it thrives at", range(driest, (value) => suction(value, system))]],
          driest,
          "A hot day takes twice as much.",
        ),
      };
    }
    case "crown": {
      const { overWaterCm, wanted, side } = told;
      const stands =
        overWaterCm < 0
          ? `Its crown stands ${cm(-overWaterCm)} under water`
          : `Its crown stands ${cm(overWaterCm)} over free water`;
      const likes =
        wanted.high <= 0
          ? `it likes ${cm(-wanted.high)} to ${cm(-wanted.low)} over it`
          : wanted.low < 0
            ? `it likes from ${cm(-wanted.low)} under water to ${cm(wanted.high)} over it`
            : `it likes ${range(wanted, cm)}`;
      return {
        text: `${stands}${told.at.kind === "mark" || told.at.on ? ` ${momentWords(told.at)}` : ""}; ${likes}${side === "near" ? ": raise it, or let the water stand lower" : side === "far" ? ": let the water stand higher" : ""}.`,
        why: why("Height of the crown over the free water when full.", [["wanted", range(wanted, cm)]], wanted),
      };
    }
    case "soil-depth":
      return {
        text: `There are ${cm(told.soilCm)} of soil for its roots; it gets by with ${cm(told.wanted.low)} and usually fills ${cm(told.wanted.typical)}.`,
        why: why("Height of the layers marked as rooted.", [["wanted", range(told.wanted, cm)]], told.wanted),
      };
    case "root-room": {
      const { fits, count: of, takenShare } = told;
      return {
        text: `${fits.low === fits.high ? count(fits.typical) : `${count(fits.low)} to ${count(fits.high)}`} of its kind find room here; ${of === 1 ? "there is one" : `there are ${of}`}${told.grade === "suits" ? "" : `, and all that grow here together, grown up, want ${takenShare < 2 ? `${formatPercent(takenShare)} of` : `${threeFigures(takenShare, 1)} times`} the room there is`}.`,
        why: plainWhy(
          "What each takes of the room, grown up, by roots or by leaves, whichever is more: of the soil's surface four fifths of its roots' spread squared; of that, wider by a quarter of its leaves' spread at the edge, half of their spread squared.",
        ),
      };
    }
    case "no-roots":
      return {
        text: "No layer is marked as rooted: mark where its roots live, and it is judged.",
        why: plainWhy("Roots are judged in the layers marked as rooted."),
      };
    default:
      return told satisfies never;
  }
}
