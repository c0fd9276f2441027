"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Moon, Sun, SunMoon } from "lucide-react";
import type { Theme } from "@/formats/preferences/schema";
import { usePreferences } from "../common/preferences";
import { RoomsInARow, RoomsUnderThumb } from "./house-nav";
import { KeysSheet } from "./keys-sheet";

/**
 * The head of every page: the rooms of the house and the preferences in one line, and under it what is this page's own.
 * On a phone the rooms are at the foot of the screen.
 */
export function SiteHeader({ children }: { children?: React.ReactNode }) {
  return (
    <>
      <header className="no-print border-b border-rule px-4">
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 py-1">
          <Link href="/" className="font-serif text-lg font-semibold no-underline" aria-label="Marlstone, to the yard">
            Marlstone
          </Link>
          <RoomsInARow />
          <div className="ml-auto flex items-center gap-1.5">
            <UnitsSwitch />
            <ThemeSwitch />
            <KeysSheet />
          </div>
        </div>
        {children && <div className="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1 pb-1">{children}</div>}
      </header>
      <RoomsUnderThumb />
    </>
  );
}

function UnitsSwitch() {
  const router = useRouter();
  const { units, setUnits } = usePreferences();
  const metric = units === "metric";
  return (
    <button
      type="button"
      className="press"
      onClick={() => {
        setUnits(metric ? "imperial" : "metric");
        router.refresh();
      }}
      aria-label={
        metric
          ? "Units: centimetres and litres. Change to inches and gallons"
          : "Units: inches and gallons. Change to centimetres and litres"
      }
    >
      {metric ? "cm · L" : "in · gal"}
    </button>
  );
}

const NEXT_THEME: Record<Theme, Theme> = { system: "light", light: "dark", dark: "system" };
const THEME_WORDS: Record<Theme, string> = { system: "as the system", light: "light", dark: "dark" };

function ThemeSwitch() {
  const { theme, setTheme } = usePreferences();
  const Icon = theme === "system" ? SunMoon : theme === "light" ? Sun : Moon;
  return (
    <button
      type="button"
      className="press"
      onClick={() => setTheme(NEXT_THEME[theme])}
      aria-label={`Colours: ${THEME_WORDS[theme]}. Change to ${THEME_WORDS[NEXT_THEME[theme]]}`}
    >
      <Icon size={16} aria-hidden />
    </button>
  );
}
