import { isGlazedInSun } from "../stack/glass";
import { fixtureOf } from "../stack/fixtures";
import { formatLength, formatPercent } from "../units/units";
import { cutAt } from "../vessel/vessel";
import type { Check, Design } from "./check";

const OPEN_LID = 0.2;
const FENCED_FROM_CM = 60;

/** Lid, sun and children. */
export function checkPlace({ setup, network, readings, system, drainsAt, surface }: Design): Check[] {
  const found: Check[] = [];
  const lid = fixtureOf(setup, "lid");
  if (lid && lid.openShare < OPEN_LID && setup.water.by === "soaking" && drainsAt !== undefined)
    found.push({
      id: "lid",
      heading: "A lid on what must dry",
      text: `It is watered through and drains, to dry between waterings; a lid that leaves ${formatPercent(lid.openShare)} open keeps the air in there wet, and it does not dry. Take the lid off, or give small doses to a vessel without holes.`,
      tone: "trouble",
      why: {
        formula: "Through a lid leaves only what passes its opening.",
        inputs: [["left open", formatPercent(lid.openShare)]],
        source: "General husbandry.",
        uncertainty: "How fast air changes depends on where the opening is.",
      },
    });
  if (isGlazedInSun(setup))
    found.push({
      id: "glass-sun",
      heading: "Glass in the sun",
      text: `${lid || setup.vessel.shape === "bottle" ? "Closed glass" : "Glass"} in the sun heats past what plants and animals bear within half an hour, and algae grow where water stands behind it. Bright shade, or a cover on the sunny side.`,
      tone: "trouble",
      why: {
        formula: "Sun through glass warms what is behind it; closed, the heat stays.",
        inputs: [["it stands", "in the sun"]],
        source: "General husbandry.",
        uncertainty: "Winter sun in the north is weaker; a day in spring is enough.",
      },
    });
  const front = fixtureOf(setup, "front");
  const highestCm = Math.max(surface, setup.water.by === "level" ? setup.water.levelCm : 0);
  if (front && highestCm > front.sillCm + 1e-6)
    found.push({
      id: "over-sill",
      heading: "Over the sill",
      text: `${surface >= highestCm - 1e-6 ? "Soil" : "Water"} stands ${formatLength(highestCm - front.sillCm, system)} over the sill of its front, and comes out when the doors are opened, water before that. Fill it to ${formatLength(front.sillCm, system)} at most.`,
      tone: "trouble",
      why: {
        formula: "Doors over a sill hold back nothing that stands higher than it.",
        inputs: [
          ["sill", formatLength(front.sillCm, system)],
          ["stands up to", formatLength(highestCm, system)],
        ],
        source: "General husbandry.",
        uncertainty: "A sealed pane in front is none that opens: take the front out of the design then.",
      },
    });
  const overCm = Math.max(0, readings.waterTableCm - network.over.bedCm);
  const { below } = network;
  const trayCm = below?.made.includes("tray")
    ? Math.max(0, Math.min(readings.waterTableCm, below.topCm) - below.bedCm)
    : 0;
  const deepest = Math.max(overCm, trayCm);
  // what is carried in two hands is put away, not fenced
  const isSmall = cutAt(setup.vessel, setup.vessel.insideDepthCm).lengthCm < FENCED_FROM_CM;
  if (setup.site.children === "yes" && deepest > 0.05)
    found.push({
      id: "children",
      heading: "Open water within reach of children",
      text: `${formatLength(deepest, system)} of water stands open ${overCm >= trayCm ? "over the soil" : "in the tray"} where small children can get at it. A child drowns in a few cm, in silence, within minutes: ${deepest === trayCm && isSmall ? "set it up out of their reach, and pour in no more than is drunk within a day" : `a rigid grating over it, ${isSmall ? "" : "a fence, "}or another place`}.`,
      tone: "trouble",
      why: {
        formula: "Depth of the water that stands open.",
        inputs: [
          ["over the soil", formatLength(overCm, system)],
          ["in the tray", formatLength(trayCm, system)],
        ],
        source: "Advice of child-safety bodies; local rules for ponds and basins hold first.",
        uncertainty: "No depth is safe.",
      },
    });
  return found;
}
