"use client";
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { threeFigures, type UnitSystem } from "@/core/units/units";
import type { Preferences, Theme } from "@/formats/preferences/schema";
import { PREFERENCE_COOKIES } from "@/formats/preferences/document";

const COOKIE = PREFERENCE_COOKIES;
const ONE_YEAR_SECONDS = 365 * 24 * 3600;

type PreferencesContextValue = Preferences & {
  setUnits: (units: UnitSystem) => void;
  setTheme: (theme: Theme) => void;
  setCurrency: (currency: string) => void;
};

const PreferencesContext = createContext<PreferencesContextValue | undefined>(undefined);

export function usePreferences(): PreferencesContextValue {
  const value = useContext(PreferencesContext);
  if (!value) throw new RangeError("usePreferences: needs a PreferencesProvider above it");
  return value;
}

/** How a price is written, in what the grower has named. */
export function usePrice(): (amount: number) => string {
  const { currency } = usePreferences();
  return (amount) => `${currency === "" ? "" : `${currency}\u00a0`}${threeFigures(amount, 2)}`;
}

export const useUnits = (): UnitSystem => usePreferences().units;

export function PreferencesProvider({ initial, children }: { initial: Preferences; children: React.ReactNode }) {
  const [preferences, setPreferences] = useState(initial);
  const setUnits = useCallback((units: UnitSystem) => {
    remember(COOKIE.units, units);
    setPreferences((now) => ({ ...now, units }));
  }, []);
  const setTheme = useCallback((theme: Theme) => {
    remember(COOKIE.theme, theme);
    setPreferences((now) => ({ ...now, theme }));
  }, []);

  const setCurrency = useCallback((currency: string) => {
    remember(COOKIE.currency, currency);
    setPreferences((now) => ({ ...now, currency }));
  }, []);

  useEffect(() => {
    const dark = matchMedia("(prefers-color-scheme: dark)");
    const apply = (): void => {
      document.documentElement.dataset.theme =
        preferences.theme === "system" ? (dark.matches ? "dark" : "light") : preferences.theme;
    };
    apply();
    dark.addEventListener("change", apply);
    return () => dark.removeEventListener("change", apply);
  }, [preferences.theme]);

  const value = useMemo(
    () => ({ ...preferences, setUnits, setTheme, setCurrency }),
    [preferences, setUnits, setTheme, setCurrency],
  );
  return <PreferencesContext value={value}>{children}</PreferencesContext>;
}

function remember(name: string, value: string): void {
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${ONE_YEAR_SECONDS}; samesite=lax`;
}
