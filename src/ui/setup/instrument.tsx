"use client";
import { useEffect, useRef, useSyncExternalStore } from "react";
import { useStore } from "zustand";
import { late } from "../common/late";
import { LivingHere } from "../meaning/living-here";
import { Meaning } from "../meaning/meaning";
import { ToMend } from "../meaning/to-mend";
import type { Standing } from "../occupants/standings";
import type { Drawer } from "../open-setup/page-state";
import type { SetupActions } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";
import { PartsList } from "../parts/list/parts-list";
import { Board } from "../board/board";
import { BoardTools } from "../board/board-tools";
import { RunStart } from "../board/run-start";

const RunPlayer = late(() => import("../board/run-player").then(({ RunPlayer: player }) => player));
const PhoneDrawer = late(() => import("./phone-drawer").then(({ PhoneDrawer: drawer }) => drawer));

/** What the server knows of a setup before a page has looked for itself. */
export type Known = {
  /** How those that live there stand. */
  readonly standings: readonly Standing[];
  /** What must be mended, by its heading. */
  readonly toMend: readonly string[];
};

const DRAWERS: readonly (readonly [Drawer, string])[] = [
  ["parts", "Parts"],
  ["meaning", "What it means"],
];

/**
 * Parts, section and meaning as one instrument: side by side on a desk; on a phone the section with what matters most
 * under it, and the rest in drawers a thumb opens.
 */
export function Instrument({
  store,
  newId,
  known,
  versionBefore,
}: {
  store: SetupStore;
  newId: () => string;
  known: Known;
  versionBefore: SetupActions["versionBefore"];
}) {
  const isRun = useStore(store, (state) => state.run !== undefined);
  const drawer = useStore(store, (state) => state.drawer);
  const isPhone = useIsPhone();
  const section = useRef<HTMLDivElement>(null);
  const drawn = isPhone ? drawer : undefined;
  useEffect(() => {
    // what is changed stays in sight over the drawer
    if (drawn) section.current?.scrollIntoView({ block: "start" });
  }, [drawn]);
  const parts = <PartsList store={store} newId={newId} />;
  const meaning = <Meaning store={store} newId={newId} versionBefore={versionBefore} />;
  return (
    // each part is painted for itself: a drag then paints only what changes, in half the time
    <main
      className={`grid min-h-0 grow grid-cols-1 content-start gap-x-4 lg:content-stretch lg:grid-cols-[18rem_minmax(0,1fr)_19rem] lg:px-4 print:block [&>div]:isolate [&>div>*]:isolate ${drawn ? "pb-[56dvh]" : "pb-12 lg:pb-0"}`}
    >
      {!isPhone && (
        <div className="hidden overflow-y-auto py-2 pr-1 lg:block print:block print:overflow-visible">{parts}</div>
      )}
      <div ref={section} className="flex flex-col py-1 lg:min-h-0 lg:py-2 print:block print:h-[13.5cm]">
        <BoardTools store={store} />
        <div className="h-[min(22rem,44dvh)] lg:h-auto lg:min-h-0 lg:grow print:h-[13cm]">
          <Board store={store} />
        </div>
        {isRun ? <RunPlayer store={store} /> : <RunStart store={store} />}
      </div>
      <div className="border-rule px-4 py-1 lg:overflow-y-auto lg:border-l lg:px-0 lg:pl-4 print:overflow-visible print:border-l-0 print:pl-0">
        <LivingHere store={store} standings={known.standings} />
        <ToMend store={store} known={known.toMend} />
        {!isPhone && <div className="hidden lg:block print:block">{meaning}</div>}
      </div>
      <div
        role="group"
        aria-label="Drawers"
        className="no-print fixed inset-x-0 bottom-12 z-20 flex h-12 md:bottom-0 border-t border-rule-strong bg-paper pb-[env(safe-area-inset-bottom)] lg:hidden"
      >
        {DRAWERS.map(([which, words]) => (
          <button
            key={which}
            type="button"
            aria-expanded={drawn === which}
            className={`grow basis-0 bg-transparent font-semibold ${drawn === which ? "shadow-[inset_0_2px_0_var(--ink)]" : ""}`}
            onPointerEnter={PhoneDrawer.ahead}
            onClick={() => store.openDrawer(drawn === which ? undefined : which)}
          >
            {words}
          </button>
        ))}
      </div>
      {drawn && (
        <PhoneDrawer title={DRAWERS.find(([which]) => which === drawn)![1]} onClose={() => store.openDrawer(undefined)}>
          {drawn === "parts" ? parts : meaning}
        </PhoneDrawer>
      )}
    </main>
  );
}

// paper is narrow too, and shows all
const PHONE = "screen and (max-width: 1023px)";

/** Whether there is room for one column only; a server does not know, and sends what a desk shows. */
const useIsPhone = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      const media = matchMedia(PHONE);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => matchMedia(PHONE).matches,
    () => false,
  );
