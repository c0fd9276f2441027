import { topOfZones, type Readings } from "@/core/readings/readings";
import { type Setup } from "@/core/stack/setup";
import { openingsOf, type Opening } from "@/core/stack/geometry";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { spreadLabels, yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";

const LABEL_GAP_PX = 15;
/** A gutter narrower than this, or the vessel's own inside, takes short words. [px] */
const LONG_WORDS_PX = 140;
/** Labels inside the vessel end so far from its wall, clear of the mark of the roots. [px] */
const FROM_WALL_PX = 26;

/** What a way out is called beside its mark. */
function wayWords(way: Opening["way"], isOutlet: boolean): string {
  switch (way) {
    case "pipe":
      return "standpipe";
    case "liner":
      return "liner's edge";
    case "front":
      return "sill";
    case "wall":
      return isOutlet ? "outlet" : "overflow";
    default:
      return way satisfies never;
  }
}

/** What the heights mean, in the gutter between section and profile, with leaders to both. */
export function ZoneMarks({
  readings,
  geometry,
  system,
  setup,
  markCm,
  running,
  labelsEndPx,
}: {
  readings: Readings;
  geometry: BoardGeometry;
  /** Where labels that stand inside the vessel end, clear of tubes. */
  labelsEndPx: number;
  system: UnitSystem;
  setup: Setup;
  markCm: number | undefined;
  running: boolean;
}) {
  const cm = (height: number): string => formatLength(height, system);
  const wet = topOfZones(readings.waterlogged);
  const tight = topOfZones(readings.tight);
  const { water } = setup;
  const { over, baseIsOpen } = openingsOf(setup);
  const inside = geometry.labelsInside;
  const narrow = inside || geometry.labels.right - geometry.labels.left < LONG_WORDS_PX;
  const marks = [
    ...(readings.heightCm > 0
      ? [
          {
            heightCm: readings.heightCm,
            text: narrow ? `top ${cm(readings.heightCm)}` : `surface ${cm(readings.heightCm)}`,
            tone: "ink" as const,
          },
        ]
      : []),
    ...(tight > wet + 0.05 && tight < readings.heightCm - 0.05
      ? [{ heightCm: tight, text: narrow ? `tight ${cm(tight)}` : `tight to ${cm(tight)}`, tone: "water" as const }]
      : []),
    ...(wet > 0
      ? [{ heightCm: wet, text: narrow ? `wet ${cm(wet)}` : `waterlogged to ${cm(wet)}`, tone: "water" as const }]
      : []),
    ...(markCm !== undefined
      ? [{ heightCm: markCm, text: narrow ? `refill ${cm(markCm)}` : `refill at ${cm(markCm)}`, tone: "ink" as const }]
      : []),
    ...(readings.waterTableCm > 0 && (running || water.by !== "soaking")
      ? [
          {
            heightCm: readings.waterTableCm,
            text: narrow ? `water ${cm(readings.waterTableCm)}` : `free water ${cm(readings.waterTableCm)}`,
            tone: "water" as const,
          },
        ]
      : []),
    ...(baseIsOpen && water.by === "soaking" ? [{ heightCm: 0, text: "open base", tone: "ink" as const }] : []),
    ...over.map(({ lipCm, way }, i) => ({
      heightCm: lipCm,
      text: `${wayWords(way, water.by === "soaking" && i === 0)} ${cm(lipCm)}`,
      tone: "ink" as const,
    })),
  ];
  const ys = marks.map(({ heightCm }) => yOfHeight(geometry, heightCm));
  const placed = spreadLabels(
    // beside the vessel at their heights; inside it over the lines they are of
    ys.map((y) => (inside ? y - 4 : y + 4)),
    LABEL_GAP_PX,
    geometry.rimY - 4,
    geometry.baseY + 4,
  );
  return (
    <g pointerEvents="none">
      {readings.waterlogged.map(({ fromCm, toCm }) => (
        <path
          key={fromCm}
          d={`M${geometry.profile.left - 3} ${yOfHeight(geometry, fromCm)}h-4V${yOfHeight(geometry, toCm)}h4`}
          fill="none"
          stroke="var(--water)"
          strokeWidth={1.6}
        />
      ))}
      {marks.map(({ text, tone }, i) => {
        const colour = tone === "water" ? "var(--water)" : "var(--ink)";
        const at = labelPlace(geometry, labelsEndPx, ys[i]!, placed[i]!);
        return (
          <g key={`${i} ${text}`}>
            <path
              d={at.leader}
              fill="none"
              stroke={colour}
              strokeWidth={0.9}
              strokeDasharray={tone === "water" ? undefined : "2 2"}
              opacity={0.8}
            />
            <text
              x={at.x}
              y={placed[i]}
              fill={colour}
              textAnchor={inside ? "end" : "start"}
              className={narrow ? "text-[12px]" : "text-[12.5px]"}
              stroke={inside ? "var(--sheet)" : "none"}
              strokeWidth={3.5}
              strokeLinejoin="round"
              paintOrder="stroke"
            >
              {text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Where a label stands, and the line from it to the height it is of. */
function labelPlace(
  { labelsInside, labels, vessel }: BoardGeometry,
  endPx: number,
  y: number,
  labelY: number,
): { readonly x: number; readonly leader: string } {
  if (labelsInside) {
    const x = Math.min(vessel.right - FROM_WALL_PX, endPx);
    return { x, leader: `M${vessel.right + 3} ${y}H${vessel.right - 8}L${x + 3} ${labelY - 4}` };
  }
  const x = labels.left + 20;
  return { x, leader: `M${vessel.right + 5} ${y}H${labels.left + 4}L${x - 3} ${labelY - 4}` };
}
