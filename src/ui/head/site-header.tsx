"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Moon, Sun, SunMoon } from "lucide-react";
import type { Theme } from "@/formats/preferences/schema";
import { usePreferences } from "../common/preferences";
import { KeysSheet } from "./keys-sheet";

/** The line across the top of every page. `children` stand between the way home and the preferences. */
export function SiteHeader({ children }: { children?: React.ReactNode }) {
  return (
    <header className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-2">
      <Link href="/" className="font-serif text-lg font-semibold no-underline" aria-label="Marlstone, to the yard">
        Marlstone
      </Link>
      <div className="order-last flex min-w-0 basis-full flex-wrap items-center gap-x-3 gap-y-1 md:order-none md:basis-0 md:grow">
        {children}
      </div>
      <div className="ml-auto flex items-center gap-1.5">
        <nav aria-label="Marlstone" className="mr-2 flex items-center gap-3 text-[0.95rem]">
          <Link href="/media" className="inline-flex items-center pointer-coarse:min-h-11">
            Media
          </Link>
          <Link href="/mixes" className="inline-flex items-center pointer-coarse:min-h-11">
            Mix
          </Link>
          <Link href="/living" className="inline-flex items-center pointer-coarse:min-h-11">
            Living
          </Link>
        </nav>
        <UnitsSwitch />
        <ThemeSwitch />
        <KeysSheet />
      </div>
    </header>
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
