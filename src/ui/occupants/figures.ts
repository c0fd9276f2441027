import type { Range } from "@/core/units/range";
import type { OwnFigureKey } from "@/core/occupants/own-occupant";
import { parseNumber } from "@/core/units/numbers";
import type { Result } from "@/core/units/problem";
import {
  formatLength,
  formatPercent,
  formatRange,
  formatTemperature,
  lengthFieldText,
  lengthUnitName,
  parseLengthCm,
  parseShare,
  parseTemperatureC,
  shareFieldText,
  temperatureFieldText,
  temperatureUnitName,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";

/** How a figure of a living thing is named, shown and typed. */
type Quantity = {
  readonly show: (value: number, system: UnitSystem) => string;
  readonly field: (value: number, system: UnitSystem) => string;
  readonly unit: (system: UnitSystem) => string;
  readonly parse: (text: string, system: UnitSystem) => Result<number>;
};

const plainField = (value: number): string => String(Number(value.toPrecision(6)));
const plain = (unit: string, decimals = 1): Quantity => ({
  show: (value) => `${threeFigures(value, decimals)}${unit && `\u00a0${unit}`}`,
  field: plainField,
  unit: () => unit,
  parse: (text) => parseNumber(text, -1e6, 1e7, unit.toLowerCase()),
});
const LENGTH: Quantity = { show: formatLength, field: lengthFieldText, unit: lengthUnitName, parse: parseLengthCm };
const SHARE: Quantity = { show: formatPercent, field: shareFieldText, unit: () => "%", parse: parseShare };
const DEGREES: Quantity = {
  show: formatTemperature,
  field: temperatureFieldText,
  unit: temperatureUnitName,
  parse: parseTemperatureC,
};
const DAYS = plain("days");

export const FIGURES: Record<OwnFigureKey, { readonly name: string; readonly quantity: Quantity }> = {
  wettestSuctionCm: { name: "Wettest it likes, suction", quantity: LENGTH },
  driestSuctionCm: { name: "Driest it likes, suction", quantity: LENGTH },
  leastAirSpace: { name: "Least air at the roots", quantity: SHARE },
  goodAirSpace: { name: "Good air at the roots", quantity: SHARE },
  wetDays: { name: "Days it bears wetter, growing", quantity: DAYS },
  wetDaysResting: { name: "Days it bears wetter, resting", quantity: DAYS },
  dryDays: { name: "Days it bears drier, growing", quantity: DAYS },
  dryDaysResting: { name: "Days it bears drier, resting", quantity: DAYS },
  crownOverWaterCm: { name: "Crown over free water", quantity: LENGTH },
  rootDepthCm: { name: "Depth of roots", quantity: LENGTH },
  rootSpreadCm: { name: "Spread of roots", quantity: LENGTH },
  spreadCm: { name: "Spread of leaves", quantity: LENGTH },
  heightCm: { name: "Height", quantity: LENGTH },
  pH: { name: "pH", quantity: plain("", 1) },
  mostEcDsPerM: { name: "Salts from which it suffers", quantity: plain("dS/m") },
  mostWaterPpm: { name: "Dissolved in its water, at most", quantity: plain("mg/L", 0) },
  lightMolPerDay: { name: "Light a day", quantity: plain("mol/m²") },
  temperatureC: { name: "Warmth", quantity: DEGREES },
  frostC: { name: "Coldest it lives through", quantity: DEGREES },
  humidity: { name: "Humidity", quantity: SHARE },
  depthCm: { name: "Depth of ground", quantity: LENGTH },
  surfaceSuctionCm: { name: "Damp of the surface, suction", quantity: LENGTH },
  deepSuctionCm: { name: "Damp in the depth, suction", quantity: LENGTH },
  openShare: { name: "Lid, share left open", quantity: SHARE },
  burrowCm: { name: "Width of its burrow", quantity: LENGTH },
  deepestWaterCm: { name: "Deepest water it gets out of", quantity: LENGTH },
  spaceCm2: { name: "Ground for the first", quantity: plain("cm²", 0) },
  furtherSpaceCm2: { name: "Ground for each further one", quantity: plain("cm²", 0) },
  bodyCm: { name: "Length of its body", quantity: LENGTH },
};

export const figureText = (key: OwnFigureKey, { low, high }: Range, system: UnitSystem): string =>
  formatRange(low, high, (value) => FIGURES[key].quantity.show(value, system));
