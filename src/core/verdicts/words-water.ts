import {
  ofDays,
  range,
  dayWords,
  daysText,
  count,
  suction,
  NEEDS_NONE,
  feltAs,
  isDated,
  momentWords,
  reasons,
  type Of,
  type Speaking,
  type Text,
} from "./words-common";
import { monthName } from "../units/calendar-date";
import { formatLength, formatPercent, threeFigures } from "../units/units";

export type WaterLimit =
  | "air"
  | "oxygen"
  | "wet-for-good"
  | "wet-days"
  | "stays-wet"
  | "water-roots"
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
      const { airedCm, usedCm, leastAirSpace, meanAirSpace, goodAirSpace } = told;
      if (leastAirSpace.typical <= NEEDS_NONE)
        return {
          text: "It needs no air in its soil.",
          why: plainWhy("The air space its roots want at least: they get it from above, or live without."),
        };
      return {
        text: airText(told, cm),
        why: why(
          "Air space on the mean of the depth its roots fill here, and down to where every height has the least they want, once watered and drained, or full. Roots live where there is air and leave the rest.",
          [
            ["air on the mean, and good", `${formatPercent(meanAirSpace)}, ${formatPercent(goodAirSpace.typical)}`],
            ["least air, range", range(leastAirSpace, formatPercent)],
            ["depth with that air", range(airedCm, cm)],
            ["depth its roots fill here", cm(usedCm)],
          ],
          leastAirSpace,
          "Air space varies by several per cent between batches of one medium.",
        ),
      };
    }
    case "oxygen": {
      const { reachesCm, soilCm, sourWithinDays, usedCm } = told;
      const reaches = reachesCm.typical >= soilCm - 0.05 ? "to the foot of its soil" : cm(reachesCm.typical);
      const sour = `roots under that die, and in ${daysText(sourWithinDays.low)} to ${daysText(sourWithinDays.high)} days it smells sour`;
      return {
        text:
          told.grade === "suits"
            ? `Oxygen comes ${reachesCm.typical >= soilCm - 0.05 ? reaches : `down to ${reaches}`}.`
            : `Oxygen comes no deeper than ${reaches} (${range(reachesCm, cm)}) of the ${cm(usedCm)} its roots would fill: ${sour}.`,
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
      const { roomCm, wettestSuctionCm, suctionCm, usedCm } = told;
      const { month } = told.at;
      const stays = month === undefined ? "It stays" : `In ${monthName(month)} it stays`;
      return {
        text:
          told.grade === "suits"
            ? `${stays} ${feltAs(suctionCm)}, as it likes.`
            : `${stays} ${feltAs(suctionCm)}: ${roomCm.typical < 0.1 ? `nowhere do the ${cm(usedCm)} its roots would fill` : `only the upper ${cm(roomCm.typical)} of the ${cm(usedCm)} its roots would fill`} keep the ${suction(wettestSuctionCm.typical, system)} of suction under which it rots.${told.grade === "care" ? ` If it bears ${suction(wettestSuctionCm.low, system)}, it has ${cm(roomCm.high)}.` : ""}`,
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
      const wet = `It is wetter than it likes for ${dayWords(days.typical)} after a watering`;
      return {
        text: inRest
          ? `In its rest, when it drinks a quarter, a watering keeps it wet for ${dayWords(restingDays)}; it bears ${ofDays(range(borneResting, daysText))} then. Water it less, or hardly, in its rest.`
          : told.grade === "suits"
            ? `${wet}.`
            : `${wet}; it bears ${ofDays(range(borne, daysText))}.`,
        why: why(
          "Days from a soaking until roots have drawn the suction in the middle of their depth to the wettest they like, at the demand of a usual day.",
          [
            ["wettest it likes", range(wettestSuctionCm, (value) => suction(value, system))],
            ["days wetter", range(days, daysText)],
            ["days it bears", range(borne, daysText)],
            ["at rest", daysText(restingDays)],
          ],
          borne,
          "The demand is a day's mean; a cool week doubles the time.",
        ),
      };
    }
    case "stays-wet":
      return {
        text: `A watering keeps its soil wet for ${dayWords(told.days)}, where ${dayWords(told.borneDays)} are plenty: a smaller pot, a more open mix or far less water. A big wet pot round a small plant rots it in winter.`,
        why: plainWhy(
          "Days from a soaking until what is in the middle of its roots is no longer wet to the hand (60 cm of suction), at the demand that is said: though there is air in it, roots of plants of drained soil rot where it stays so for months.",
          [["days it stays wet", daysText(told.days)]],
        ),
      };
    case "water-roots": {
      const { waterCm, grainsCm, isShallow, isShifted } = told;
      const third = cm(grainsCm / 3);
      const start = isShifted
        ? "Roots made in soil die in water and new ones take weeks: start with a cutting, or rinse it bare and shift it in its growing season."
        : "";
      const keep = `Keep the water ${isShallow ? `as shallow as its ${cm(waterCm)}` : `at ${third} at most, not ${cm(waterCm)}`}, feed weakly in it, and rinse the grains once a month.`;
      return {
        text:
          told.grade === "suits"
            ? `Its roots grow into ${cm(waterCm)} of water: weak feed, a rinse a month.`
            : `Grown in clean grains over water. ${[start, keep].filter(Boolean).join(" ")}`,
        why: plainWhy(
          "Roots that grew in water breathe in it, by its surface and the thin films on coarse, clean grains that neither rot nor feed, while the water is no deeper than a third of them and the grains over it have air. Judged by these conditions, not by the air that roots of soil want.",
          [
            ["water in the grains", cm(waterCm)],
            ["grains", cm(grainsCm)],
          ],
        ),
      };
    }
    case "dry-for-good": {
      const { suctionCm, driest } = told;
      return {
        text:
          told.grade === "suits"
            ? `It is ${feltAs(suctionCm)} at its roots, ${suction(suctionCm, system)} of suction.`
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
          ? "Any level keeps it damp"
          : markCm > levelCm + 0.05
            ? `Its roots are kept damp only from ${cm(markCm)} of water on; it stands at ${cm(Math.max(0, levelCm))}`
            : `Kept damp while water stands over ${cm(Math.max(0, markCm))}`;
      const time =
        everyDays === null
          ? Number.isFinite(daysFromFull) && daysFromFull > 0
            ? markCm === undefined
              ? `; from full that lasts about ${dayWords(daysFromFull)}`
              : `, about ${dayWords(daysFromFull)} from full`
            : ""
          : beyondDays > 0 && told.grade === "suits"
            ? `; it bears the ${dayWords(beyondDays)} it goes without`
            : beyondDays > 0
              ? `; filled up every ${ofDays(daysText(everyDays))}, it goes without for ${dayWords(beyondDays)}, and bears ${ofDays(range(borne, daysText))}`
              : `; filled up every ${ofDays(daysText(everyDays))}, it never goes without`;
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
      const lasts = `A soaking lasts ${dayWords(lastsDays)}`;
      const every = everyDays === null ? "" : ofDays(daysText(everyDays));
      return {
        text: told.wantsStanding
          ? "It wants its feet in water all the time, and this keeps none: stand it in a tray of water, or plug the holes."
          : everyDays === null
            ? `${lasts}${lastsDays < 1.5 ? ", less than anybody waters for long" : ": water it before then"}.`
            : beyondDays > 0 && told.grade === "suits"
              ? `A soaking lasts ${daysText(lastsDays)} of ${every}, and it bears the rest dry.`
              : beyondDays > 0
                ? `${lasts}; watered every ${every}, it goes without for ${dayWords(beyondDays)}, and bears ${ofDays(range(borne, daysText))}.`
                : `${lasts}, and it is watered every ${every}.`,
        why: why(
          "Days of usual demand from the drained state until the middle of its roots comes to the driest suction at which it thrives; the soil is reckoned as drawn from evenly.",
          [["driest it thrives at", range(driest, (value) => suction(value, system))]],
          driest,
          "A hot day takes twice as much.",
        ),
      };
    }
    case "crown": {
      const { overWaterCm, wanted, side, stands } = told;
      const where =
        overWaterCm < 0
          ? `Its crown stands ${cm(-overWaterCm)} under water`
          : `Its crown stands ${cm(overWaterCm)} over free water`;
      const likes =
        wanted.high <= 0
          ? `it likes ${cm(-wanted.high)} to ${cm(-wanted.low)} over it`
          : wanted.low < 0
            ? `it likes from ${cm(-wanted.low)} under water to ${cm(wanted.high)} over it`
            : `it likes ${range(wanted, cm)} over water`;
      const when = told.at.kind === "mark" || isDated(told.at) ? ` ${momentWords(told.at)}` : "";
      return {
        text: !stands
          ? `No free water stands in here${when}; ${likes}: keep some.`
          : side === "within"
            ? `${where}.`
            : `${where}${when}; ${likes}: ${side === "near" ? "raise it, or let the water stand lower" : "let the water stand higher"}.`,
        why: why("Height of the crown over the free water when full.", [["wanted", range(wanted, cm)]], wanted),
      };
    }
    case "soil-depth": {
      const { soilCm, wanted, grade } = told;
      return {
        text:
          grade === "suits"
            ? `${cm(soilCm)} of soil are enough for its roots.`
            : `There are ${cm(soilCm)} of soil; grown up it gets by with ${cm(wanted.low)} and usually fills ${cm(wanted.typical)}. ${grade === "care" ? "It stays small, and dries sooner." : "It does for a young one, not for long."}`,
        why: why("Height of the layers marked as rooted.", [["wanted", range(wanted, cm)]], wanted),
      };
    }
    case "root-room": {
      const { fits, count: of, takenShare } = told;
      const find = fits.high === 1 ? "finds room here" : "of its kind find room here";
      const many = fits.low === fits.high ? count(fits.typical) : `${count(fits.low)} to ${count(fits.high)}`;
      return {
        text:
          told.grade === "suits"
            ? `${many === "1" ? "One" : many} ${find}.`
            : `${many === "1" ? "One" : many} ${find}; ${of === 1 ? "there is one" : `there are ${of}`}, and all that grow here together, grown up, want ${takenShare < 2 ? `${formatPercent(takenShare)} of` : `${threeFigures(takenShare, 1)} times`} the room there is.`,
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

function airText(told: Of<"air">, cm: (height: number) => string): string {
  const { airedCm, usedCm, leastAirSpace, meanAirSpace, goodAirSpace, at } = told;
  const good = `${formatPercent(goodAirSpace.typical)} is good`;
  const when = isDated(at) ? ` ${momentWords(at)}` : "";
  const mean = `${formatPercent(meanAirSpace)} of air at its roots${when}`;
  const least = formatPercent(leastAirSpace.typical);
  if (told.grade === "suits")
    return meanAirSpace >= goodAirSpace.typical
      ? `${mean}; ${good}.`
      : `${mean}, and ${least} at least down to ${cm(Math.min(airedCm.typical, usedCm))}.`;
  const deep =
    airedCm.typical < 0.1
      ? "nowhere, not even at the surface"
      : `down to ${cm(airedCm.typical)} of the ${cm(usedCm)} they fill`;
  // by the most tolerant account it may have enough
  const tolerant =
    told.grade === "care" && airedCm.high > airedCm.typical + 0.1
      ? leastAirSpace.low <= NEEDS_NONE
        ? " By some accounts it needs none."
        : ` If it bears ${formatPercent(leastAirSpace.low)}, it has ${cm(Math.min(airedCm.high, usedCm))}.`
      : "";
  return `Its roots have ${least} of air, the least they want, ${deep}, ${momentWords(at)}; on the mean ${formatPercent(meanAirSpace)}, ${good}.${tolerant}`;
}
