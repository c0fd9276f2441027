"use client";
import { folkNamesOf } from "@/core/media/words";
import { folded } from "@/core/units/text";
import { Command } from "cmdk";
import { Popover } from "radix-ui";

/** Choices under a heading; one without a heading stands by itself. */
export type ChoiceGroup = {
  readonly heading: string;
  /** `hint` says what one is for, and is found by its words as well, as by what it is also called. */
  readonly choices: readonly {
    readonly id: string;
    readonly name: string;
    readonly hint?: string | undefined;
    readonly also?: readonly string[] | undefined;
  }[];
};

/** What is chosen from, under the button that opened it, with the field that sifts it. */
export function ChoicePopover({
  label,
  chosen,
  groups,
  anchor,
  onSelect,
  onClose,
}: {
  label: string;
  chosen: string;
  groups: readonly ChoiceGroup[];
  anchor: React.RefObject<HTMLButtonElement | null>;
  onSelect: (id: string) => void;
  /** `byKey`: the keyboard closed it, and goes on where it was. */
  onClose: (byKey: boolean) => void;
}) {
  return (
    <Popover.Root open onOpenChange={() => onClose(false)}>
      <Popover.Anchor virtualRef={anchor as React.RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onEscapeKeyDown={() => onClose(true)}
          onCloseAutoFocus={(event) => event.preventDefault()}
          // the button that opened it closes it by itself
          onInteractOutside={(event) => {
            if (anchor.current?.contains(event.target as Node)) event.preventDefault();
          }}
          className="z-30 w-[min(22rem,94vw)] border border-ink bg-sheet shadow-[3px_3px_0_var(--rule)]"
        >
          <Command label={label} loop defaultValue={valueOf(groups, chosen)} filter={matches}>
            <Command.Input
              autoFocus
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
                      className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:font-serif [&_[cmdk-group-heading]]:text-[0.8125rem] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft"
                    >
                      {choices.map(({ id, name, hint, also = [] }) => (
                        <Command.Item
                          key={id}
                          value={`${heading} ${id}`}
                          keywords={[name, hint ?? "", [...also, ...folkNamesOf(id)].join("\n")]}
                          onSelect={() => onSelect(id)}
                          className={`group flex min-h-8 cursor-pointer flex-wrap items-center gap-x-2 px-3 py-0.5 text-[0.95rem] leading-tight data-[selected=true]:bg-ink data-[selected=true]:text-paper pointer-coarse:min-h-11 ${id === chosen ? "font-semibold" : ""}`}
                        >
                          {name}
                          {hint && (
                            <span className="text-sm font-normal text-soft group-data-[selected=true]:text-paper">
                              {hint}
                            </span>
                          )}
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

/** One may stand under two headings. */
const valueOf = (groups: readonly ChoiceGroup[], id: string): string => {
  const group = groups.find(({ choices }) => choices.some((choice) => choice.id === id));
  return group ? `${group.heading} ${id}` : "";
};

/** Whether every word typed is somewhere in the name, or in what it is for; what begins with them comes first. */
function matches(_id: string, typed: string, [name = "", hint = "", folk = ""]: string[] = []): number {
  const words = folded(typed).split(/\s+/u).filter(Boolean);
  if (words.every((word) => folded(name).includes(word))) return folded(name).startsWith(words.join(" ")) ? 1 : 0.5;
  // what growers call a medium finds it too, by the whole of one such name
  if (folk.split("\n").some((one) => one !== "" && folded(one).startsWith(words.join(" ")))) return 0.4;
  return words.every((word) => `${folded(name)} ${folded(hint)}`.includes(word)) ? 0.2 : 0;
}
