import type { FluxInTime } from "./ends";

/** A flow that is told by the hour, as a step of any length takes it: as its mean, so that no water is lost or made. */
export type FluxClock = {
  /** Its mean over a span of time; where it is the same all through, exactly that. */
  meanOver(fromHour: number, toHour: number): number;
  /**
   * The furthest hour, up to a given one, for which the mean tells the flow well enough: at no time is what has really
   * come ahead of the mean, or behind it, by more than this. One constant stretch is always told well.
   */
  evenUntil(fromHour: number, toHour: number, mostOff: number): number;
};

/**
 * The air takes its water of the topmost cell or of a film in a tray, which hold a tenth of what roots draw on: what it
 * asks is told the more closely, unless it is water of some depth that it takes it of.
 */
export const surfaceUneven = (depthCm: number): number => (depthCm > DEEP_CM ? 1 : SURFACE_UNEVEN);
const SURFACE_UNEVEN = 0.1;
const DEEP_CM = 0.5;

/** @param flux told in steps; read at ascending hours at the least cost, and at any other all the same */
export function fluxClock(flux: FluxInTime): FluxClock {
  if (typeof flux === "number") return { meanOver: () => flux, evenUntil: (_, toHour) => toHour };
  const count = flux.length;
  const hours = Float64Array.from(flux, ([hour]) => hour);
  const values = Float64Array.from(flux, ([, value]) => value);
  const came = new Float64Array(count);
  for (let i = 1; i < count; i++) came[i] = came[i - 1]! + values[i - 1]! * (hours[i]! - hours[i - 1]!);
  let at = 0;
  /** The step that holds at an hour: the last that has begun, and before the first the first. */
  const stepAt = (hour: number): number => {
    while (at > 0 && hours[at]! > hour) at--;
    while (at + 1 < count && hours[at + 1]! <= hour) at++;
    return at;
  };
  const cameUntil = (step: number, hour: number): number => came[step]! + values[step]! * (hour - hours[step]!);

  return {
    meanOver(fromHour, toHour) {
      const first = stepAt(fromHour);
      if (first + 1 >= count || hours[first + 1]! >= toHour) return values[first]!;
      const before = cameUntil(first, fromHour);
      return (cameUntil(stepAt(toHour), toHour) - before) / (toHour - fromHour);
    },
    evenUntil(fromHour, toHour, mostOff) {
      const first = stepAt(fromHour);
      const start = cameUntil(first, fromHour);
      let until = toHour;
      // steps of one value are one stretch; each mark may end the span, and all marks before it must lie near its mean
      for (let end = first; ; end++) {
        const endHour = end + 1 < count ? Math.min(hours[end + 1]!, toHour) : toHour;
        const mean = (cameUntil(end, endHour) - start) / (endHour - fromHour);
        for (let mark = first + 1; mark <= end; mark++) {
          const off = came[mark]! - start - mean * (hours[mark]! - fromHour);
          if (off > mostOff || off < -mostOff) return until;
        }
        until = endHour;
        if (endHour >= toHour) return toHour;
      }
    },
  };
}
