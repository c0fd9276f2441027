import { fixtureOf } from "../stack/fixtures";
import { formatLength, formatPercent } from "../units/units";
import type { Check, Design } from "./check";

const OPEN_LID = 0.2;

/** Lid, sun and children. */
export function checkPlace({ setup, network, readings, system, drainsAt }: Design): Check[] {
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
  if ((setup.vessel.seeThrough || setup.vessel.material === "glass") && setup.site.sun === "sun")
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
  const overCm = Math.max(0, readings.waterTableCm - network.over.bedCm);
  const { below } = network;
  const trayCm = below?.made.includes("tray")
    ? Math.max(0, Math.min(readings.waterTableCm, below.topCm) - below.bedCm)
    : 0;
  const deepest = Math.max(overCm, trayCm);
  if (setup.site.children === "yes" && deepest > 0.05)
    found.push({
      id: "children",
      heading: "Open water within reach of children",
      text: `${formatLength(deepest, system)} of water stands open ${overCm >= trayCm ? "over the soil" : "in the tray"} where small children can get at it. A child drowns in a few cm, in silence, within minutes: a rigid grating over it, a fence, or another place.`,
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
