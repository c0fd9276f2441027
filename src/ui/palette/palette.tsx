"use client";
import { useEffect, useMemo, useState } from "react";
import { useRouter } from "next/navigation";
import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import type { FindIndex } from "@/formats/find-index";
import { entriesOf, groupsOf, searchOf, type Entry } from "./entries";

/** What was there when this was last open: shown until what is there now has come. */
let lastIndex: FindIndex | undefined;

const NOTHING: FindIndex = { setups: [], places: [], mixes: [], media: [], kinds: [] };

/** Anything by some of its name: typed, chosen with the arrows, gone to with Enter. */
export function Palette({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const [index, setIndex] = useState(lastIndex);
  const [failed, setFailed] = useState(false);
  const [words, setWords] = useState("");
  // what could be pressed on the page as it was when this opened, and where the keyboard was
  const [pressable] = useState(pressableOnPage);
  const [cameFrom] = useState(() => document.activeElement);
  useEffect(() => {
    const stop = new AbortController();
    fetch("/find", { signal: stop.signal })
      .then(async (response) => {
        if (!response.ok) throw new Error(String(response.status));
        lastIndex = (await response.json()) as FindIndex;
        setIndex(lastIndex);
      })
      .catch(() => {
        if (!stop.signal.aborted) setFailed(true);
      });
    return () => stop.abort();
  }, []);
  // before all of it is there nothing is offered: Enter, pressed at once, would press what is like it on the page
  const search = useMemo(
    () => searchOf(index ? entriesOf(index, pressable) : failed ? entriesOf(NOTHING, pressable) : []),
    [index, failed, pressable],
  );
  const groups = useMemo(() => groupsOf(search(words)), [search, words]);
  // whatever was pointed at, with other words or more found the best is chosen again
  const [chosen, setChosen] = useState("");
  const best = groups[0]?.entries[0]?.id ?? "";
  const selected = groups.some(({ entries }) => entries.some(({ id }) => id === chosen)) ? chosen : best;

  // Enter, pressed before anything is there to go to, goes there once it is
  const [entered, setEntered] = useState(false);
  const first = groups[0]?.entries[0];
  useEffect(() => {
    if (entered && first && "go" in first.does) {
      onClose();
      router.push(first.does.go);
    }
  }, [entered, first, onClose, router]);

  const choose = ({ does }: Entry): void => {
    onClose();
    if ("go" in does) return router.push(does.go);
    // after this has closed, or it would take the focus back from what the press opens
    setTimeout(() => {
      does.press.focus();
      does.press.click();
    });
  };

  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
        <Dialog.Content
          className="fixed left-1/2 top-[8dvh] z-50 flex max-h-[80dvh] w-[min(38rem,96vw)] -translate-x-1/2 flex-col border border-ink bg-sheet shadow-[3px_3px_0_var(--rule)]"
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (cameFrom instanceof HTMLElement) cameFrom.focus();
          }}
        >
          <Dialog.Title className="sr-only">Find anything</Dialog.Title>
          <Command
            onKeyDown={(event) => setEntered(event.key === "Enter" && words !== "" && !index && !failed)}
            label="Find anything"
            shouldFilter={false}
            loop
            value={selected}
            onValueChange={setChosen}
            className="flex min-h-0 flex-col"
          >
            <Command.Input
              autoFocus
              value={words}
              onValueChange={(typed) => {
                setWords(typed);
                setChosen("");
              }}
              placeholder="A setup, layer, medium, mix, kind, page or action"
              className="w-full border-b border-rule-strong bg-transparent px-4 py-3 text-lg outline-none placeholder:text-soft"
            />
            <Command.List className="min-h-0 grow overflow-y-auto overscroll-contain py-1">
              <Command.Empty className="px-4 py-3 text-soft">
                {failed
                  ? "Marlstone does not answer: only what is on this page can be found."
                  : index
                    ? "Nothing here is called that, nor nearly so."
                    : "Looking…"}
              </Command.Empty>
              {groups.map(({ group, entries }) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:small-caps [&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-1"
                >
                  {entries.map((entry) => (
                    <Command.Item
                      key={entry.id}
                      value={entry.id}
                      onSelect={() => choose(entry)}
                      className="group flex min-h-9 cursor-pointer flex-wrap items-center gap-x-2 px-4 py-0.5 leading-tight data-[selected=true]:bg-ink data-[selected=true]:text-paper pointer-coarse:min-h-11"
                    >
                      {entry.name}
                      {entry.hint !== "" && (
                        <span className="text-sm text-soft group-data-[selected=true]:text-paper">{entry.hint}</span>
                      )}
                      {entry.keys !== "" && (
                        <kbd className="ml-auto font-sans text-sm text-soft group-data-[selected=true]:text-paper">
                          {entry.keys}
                        </kbd>
                      )}
                    </Command.Item>
                  ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
          <p className="border-t border-rule px-4 py-1.5 text-sm text-soft">
            ↑ ↓ choose, Enter goes there, Esc closes. Ctrl K (⌘ K) opens this anywhere; ? lists all keys.
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Buttons that can be pressed where one is, by what they are called, each name once. */
function pressableOnPage(): { name: string; element: HTMLElement }[] {
  const seen = new Set<string>();
  return [...document.querySelectorAll<HTMLElement>("main button, header button, header a.press")].flatMap(
    (element) => {
      const name = (element.getAttribute("aria-label") ?? element.textContent ?? "").replace(/\s+/gu, " ").trim();
      const isOff = element instanceof HTMLButtonElement && element.disabled;
      if (isOff || name.length < 2 || name === "Find anything" || seen.has(name) || !element.checkVisibility())
        return [];
      seen.add(name);
      return [{ name, element }];
    },
  );
}
