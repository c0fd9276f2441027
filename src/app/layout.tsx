import type { Metadata, Viewport } from "next";
import { cookies, headers } from "next/headers";
import "@fontsource-variable/bitter/wght.css";
import "@fontsource-variable/source-sans-3/wght.css";
import "./globals.css";
import { PREFERENCE_COOKIES } from "@/formats/preferences/document";
import { readPreferences } from "@/formats/preferences/schema";
import { databaseTrouble } from "@/server";
import { DatabaseTroublePage } from "@/ui/common/database-trouble";
import { PreferencesProvider } from "@/ui/common/preferences";
import { DoneEarly } from "@/ui/common/done-early";
import { DONE_EARLY_SCRIPT } from "@/ui/common/done-early-script";

export const metadata: Metadata = {
  title: { default: "Marlstone", template: "%s · Marlstone" },
  description:
    "What the water does in layered pots, bogs, troughs and jars: levels, air at the roots, and how much more it takes.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const jar = await cookies();
  const preferences = readPreferences((name) => jar.get(name)?.value);
  const asked = await headers();
  const nonce = asked.get("x-nonce") ?? undefined;
  // who is not let in yet is not told where the data lie
  const trouble = asked.get("x-marlstone-in") === "yes" ? databaseTrouble() : undefined;
  return (
    <html
      lang="en"
      data-theme={preferences.theme === "system" ? undefined : preferences.theme}
      suppressHydrationWarning
    >
      <head>
        {/* Before first paint: the system's theme, unless the grower chose one; then what is done before the page answers. */}
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: systemThemeScript + DONE_EARLY_SCRIPT }}
        />
      </head>
      <body>
        <PreferencesProvider initial={preferences}>
          {trouble ? <DatabaseTroublePage {...trouble} /> : children}
        </PreferencesProvider>
        <DoneEarly />
      </body>
    </html>
  );
}

const systemThemeScript = `(()=>{const r=document.documentElement;if(!/(?:^|; )${PREFERENCE_COOKIES.theme}=(light|dark)/.test(document.cookie))r.dataset.theme=matchMedia("(prefers-color-scheme: dark)").matches?"dark":"light"})();`;
