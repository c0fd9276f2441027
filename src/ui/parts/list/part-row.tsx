"use client";
import { memo } from "react";
import { Trash2 } from "lucide-react";
import { Accordion } from "radix-ui";
import { useStore } from "zustand";
import { useUnits } from "../../common/preferences";
import { partOf, type PartKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import { PARTS } from "../registry";
import { toGripOf } from "../../open-setup/to-line";

/** Stands in no name. */
const BETWEEN = "\u0000";

/** What else a row of a kind has: what stands before its line, what under it, and keys of its own. */
export type RowExtras = {
  /** What is said of the row as an element, by what drags it. */
  readonly item?: Pick<React.ComponentProps<"li">, "ref" | "style" | "className">;
  readonly lead?: React.ReactNode;
  readonly under?: React.ReactNode;
  /** Answers whether it took the key. */
  readonly onKey?: (event: React.KeyboardEvent) => boolean;
};

/** A line of a setup's parts, and its editor once it is opened. */
export const PartRow = memo(function PartRow({
  part,
  store,
  item = {},
  lead,
  under,
  onKey,
}: { part: PartKey; store: SetupStore } & RowExtras) {
  const { kind, id } = partOf(part);
  const { Editor, Icon, called, named, isKept } = PARTS[kind];
  const isRemovable = useStore(store, ({ setup }) => PARTS[kind].remove !== undefined && !isKept?.(setup));
  const system = useUnits();
  const isChosen = useStore(store, (state) => state.chosen === part);
  const isOpen = useStore(store, (state) => state.opened === part);
  const line = useStore(store, ({ setup, kindNames }) => {
    if (!PARTS[kind].idsIn(setup).includes(id)) return undefined;
    const context = { medium: store.medium, kindName: (of: string) => kindNames[of], system };
    const { what, more } = PARTS[kind].line(setup, id, context);
    return [what, more, named?.(setup, id, context) ?? called].join(BETWEEN);
  });
  if (line === undefined) return null;
  const [what, more, name] = line.split(BETWEEN) as [string, string, string];
  const removeIt = (): void => {
    const row = document.activeElement?.closest("li");
    const next = row?.nextElementSibling ?? row?.previousElementSibling;
    PARTS[kind].remove?.(store, id, system);
    next?.querySelector<HTMLElement>("[data-part]")?.focus();
  };
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (onKey?.(event)) return;
    if ((event.key === "Delete" || event.key === "Backspace") && isRemovable) {
      event.preventDefault();
      removeIt();
    }
    if (event.key === "ArrowRight" && toGripOf(part)) event.preventDefault();
  };
  return (
    <Accordion.Item value={part} asChild>
      <li
        {...item}
        aria-label={more ? `${what}; ${more}` : what}
        aria-current={isChosen}
        className={`border-t border-rule ${isChosen ? "bg-sheet shadow-[inset_3px_0_0_var(--ink)]" : ""} ${item.className ?? ""}`}
      >
        <div className="flex items-center">
          <span className="flex w-7 shrink-0 items-center justify-center text-soft">
            {lead ?? <Icon size={15} aria-hidden />}
          </span>
          <Accordion.Header className="min-w-0 grow font-sans text-[0.95rem] font-normal leading-tight">
            <Accordion.Trigger
              data-part={part}
              title={more ? `${what}; ${more}` : what}
              className="flex min-h-8 w-full items-center py-1 text-left pointer-coarse:min-h-11"
              onFocus={() => store.choose(part)}
              onKeyDown={onKeyDown}
            >
              <span className={isOpen ? "" : "truncate"}>
                {what}
                {more && <span className="text-sm text-soft"> · {more}</span>}
              </span>
            </Accordion.Trigger>
          </Accordion.Header>
          {isOpen && isRemovable && (
            <button
              type="button"
              aria-label={`Remove ${name}`}
              title={`Remove this ${called}`}
              className="no-print inline-flex size-8 shrink-0 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
              onClick={removeIt}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          )}
        </div>
        {under}
        <Accordion.Content className="no-print pb-2 pl-7 pr-1">
          <Editor store={store} id={id} />
        </Accordion.Content>
      </li>
    </Accordion.Item>
  );
});
