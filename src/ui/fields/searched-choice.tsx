"use client";
import { useRef, useState } from "react";
import { Command } from "cmdk";
import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";

/** Choices under a heading; one without a heading stands by itself. */
export type ChoiceGroup = {
  readonly heading: string;
  readonly choices: readonly { readonly id: string; readonly name: string }[];
};

/** A choice among many, found by typing some of its name. */
export function SearchedChoice({
  label,
  chosen,
  shown,
  groups,
  onChoose,
  invalid = false,
  className = "",
}: {
  label: string;
  /** The id in force, and how it reads. */
  chosen: string;
  shown: string;
  groups: readonly ChoiceGroup[];
  onChoose: (id: string) => void;
  invalid?: boolean;
  className?: string;
}) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Anchor asChild>
        <button
          ref={button}
          type="button"
          role="combobox"
          aria-expanded={open}
          aria-haspopup="listbox"
          aria-label={label}
          aria-invalid={invalid}
          title={shown}
          className={`field flex items-center justify-between gap-1 text-left ${className}`}
          // As a press begins, not as it ends: by then a row that is selected by it may have moved from under the mouse. A
          // finger opens as it lifts, so that it can scroll from here; its press selects no row.
          onPointerDown={(event) => {
            if (event.pointerType !== "mouse") event.stopPropagation();
            else if (event.button === 0) setOpen(!open);
          }}
          // focus goes to what opens, and does not come back here to close it
          onMouseDown={(event) => event.preventDefault()}
          onClick={({ detail, nativeEvent }) => {
            const mouse = detail > 0 && (nativeEvent as PointerEvent).pointerType === "mouse";
            if (!mouse) setOpen(!open);
          }}
          onKeyDown={(event) => {
            if (event.key !== "ArrowDown") return;
            event.preventDefault();
            setOpen(true);
          }}
        >
          <span className="truncate">{shown}</span>
          <ChevronDown size={14} strokeWidth={2.6} className="no-print shrink-0" aria-hidden />
        </button>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            button.current?.focus();
          }}
          className="z-30 w-[min(22rem,94vw)] border border-ink bg-sheet shadow-[3px_3px_0_var(--rule)]"
        >
          <Command label={label} loop defaultValue={chosen} filter={matches}>
            <Command.Input
              placeholder="Type some of its name"
              className="w-full border-b border-rule-strong bg-transparent px-3 py-2 text-base outline-none placeholder:text-soft"
            />
            <Command.List className="max-h-[min(20rem,50vh)] overflow-y-auto overscroll-contain py-1">
              <Command.Empty className="px-3 py-2 text-[0.95rem] text-soft">Nothing here is called that.</Command.Empty>
              {groups.map(
                ({ heading, choices }) =>
                  choices.length > 0 && (
                    <Command.Group
                      key={heading}
                      heading={heading}
                      className="[&_[cmdk-group-heading]]:small-caps [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-1"
                    >
                      {choices.map(({ id, name }) => (
                        <Command.Item
                          key={id}
                          value={id}
                          keywords={[name]}
                          onSelect={() => {
                            setOpen(false);
                            if (id !== chosen) onChoose(id);
                          }}
                          className={`flex min-h-8 cursor-pointer items-center px-3 text-[0.95rem] leading-tight data-[selected=true]:bg-ink data-[selected=true]:text-paper pointer-coarse:min-h-11 ${id === chosen ? "font-semibold" : ""}`}
                        >
                          {name}
                        </Command.Item>
                      ))}
                    </Command.Group>
                  ),
              )}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Whether every word typed begins somewhere in the name; what begins with them comes first. */
function matches(_id: string, typed: string, [name = ""]: string[] = []): number {
  const plain = (text: string): string => text.normalize("NFKD").toLowerCase();
  const words = plain(typed).split(/\s+/u).filter(Boolean);
  if (!words.every((word) => plain(name).includes(word))) return 0;
  return plain(name).startsWith(words.join(" ")) ? 1 : 0.5;
}
