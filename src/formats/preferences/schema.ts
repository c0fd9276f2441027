import { z } from "zod";
import type { UnitSystem } from "../../core/units/units";
import { isCurrency, PREFERENCE_COOKIES } from "./document";

export type Theme = "system" | "light" | "dark";
export type Preferences = { readonly units: UnitSystem; readonly theme: Theme; readonly currency: string };

const units = z.enum(["metric", "imperial"]).catch("metric");
const theme = z.enum(["system", "light", "dark"]).catch("system");
const currency = z.string().refine(isCurrency).catch("");

/** Reads the preferences; whatever a cookie holds that is not known becomes the default. */
export const readPreferences = (cookie: (name: string) => string | undefined): Preferences => ({
  units: units.parse(cookie(PREFERENCE_COOKIES.units)),
  theme: theme.parse(cookie(PREFERENCE_COOKIES.theme)),
  currency: currency.parse(cookie(PREFERENCE_COOKIES.currency) ?? ""),
});
