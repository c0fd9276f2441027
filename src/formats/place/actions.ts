import { z } from "zod";
import type { Butt } from "../../core/place/butt";
import type { PlaceMonth } from "../../core/place/place-months";
import type { FrostDates } from "../../core/place/place-years";
import type { Gaps } from "../../core/place/weather";
import { COLUMN_KINDS } from "../weather/columns";
import type { WeatherChoices } from "../weather/read";

/** Inputs and outcomes of the actions on places and their weather: what crosses between browser and server. */

/** A place's year, between which days it does not freeze, and what was not in its weather file. */
export type PlaceShown = {
  readonly months: readonly PlaceMonth[];
  readonly frost: FrostDates | null;
  readonly gaps: Gaps | null;
  /** Of the roof and butt there, drawn on by what stands there; and of one twice as large. Null where there is none. */
  readonly butt: Butt | null;
  readonly larger: Butt | null;
};

const twelve = z.array(z.number().min(0).max(1e9)).length(12);
export const placeShownInput = z.strictObject({ document: z.unknown(), takesLPerDay: twelve });
export type PlaceShownInput = z.infer<typeof placeShownInput>;

const MOST_COLUMNS = 200;
const text = z.string().max(400);
export const weatherInput = z.strictObject({
  name: text,
  latitude: z.number().min(-90).max(90),
  /** Kept, or only looked at. */
  keep: z.boolean(),
  choices: z.strictObject({
    columns: z
      .array(
        z.strictObject({ header: text, kind: z.enum(COLUMN_KINDS).nullable(), unit: z.string().max(20).nullable() }),
      )
      .max(MOST_COLUMNS)
      .nullable(),
    order: z.enum(["day", "month"]).nullable(),
    leaveOut: z.boolean(),
  }),
});
export type WeatherInput = Omit<z.infer<typeof weatherInput>, "choices"> & { readonly choices: WeatherChoices };
