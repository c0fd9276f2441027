"use client";
import { createContext, useContext } from "react";
import { Accordion } from "radix-ui";

/** Every group of what a setup means. */
export const GROUPS = ["water", "supply", "doses", "weight", "design", "care", "against", "who"] as const;
export type GroupId = (typeof GROUPS)[number];

/** Which groups are open. */
export const OpenGroups = createContext<readonly string[]>([]);
const IsOpen = createContext(true);
/** Whether what is told here can be seen: what is folded need not follow a drag. */
export const useIsOpen = (): boolean => useContext(IsOpen);

/**
 * A line that says what is told under it and its number, and opens it. What is closed is not shown, but is printed. The
 * line is always as high as this, so that nothing moves when a number comes late.
 */
export const Group = ({
  id,
  title,
  number,
  children,
}: {
  id: GroupId;
  title: string;
  number: React.ReactNode;
  children: React.ReactNode;
}) => {
  const isOpen = useContext(OpenGroups).includes(id);
  return (
    <IsOpen value={isOpen}>
      <Accordion.Item value={id} className="border-t border-rule">
        <Accordion.Header className="font-normal">
          <Accordion.Trigger className="grid h-9 w-full grid-cols-[1rem_auto_minmax(0,1fr)] items-center gap-x-1 text-left pointer-coarse:h-11 [&[data-state=open]>span:first-child]:rotate-90">
            <span aria-hidden className="text-soft">
              ▸
            </span>
            <span className="font-serif font-semibold">{title}</span>
            <span
              className="truncate pl-2 text-right font-sans text-sm text-soft"
              title={typeof number === "string" ? number : undefined}
            >
              {number}
            </span>
          </Accordion.Trigger>
        </Accordion.Header>
        <Accordion.Content forceMount className="pb-2 data-[state=closed]:hidden print:block!">
          {children}
        </Accordion.Content>
      </Accordion.Item>
    </IsOpen>
  );
};
