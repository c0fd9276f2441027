"use client";
import { useState } from "react";
import type { CheckId } from "@/core/checks/check";
import type { SetupStore } from "../open-setup/setup-store";
import { WhyButton } from "../common/why-button";
import { useChecks } from "./checks";
import { MendLine } from "./mend-line";

/** Checks that speak, worst first: a line each, and what is told of it once it is opened. */
export function MendList({ store }: { store: SetupStore }) {
  const checks = useChecks(store).filter(({ tone }) => tone === "trouble");
  const [open, setOpen] = useState<ReadonlySet<CheckId>>(new Set());
  const toggle = (id: CheckId): void =>
    setOpen((now) => new Set(now.has(id) ? [...now].filter((one) => one !== id) : [...now, id]));
  if (checks.length === 0) return null;
  return (
    <section aria-label="To be mended" className="border-t border-rule" aria-live="polite">
      {checks.map(({ id, heading, text, why }, i) => (
        <div key={`${id}-${i}`}>
          <MendLine heading={heading} open={open.has(id)} controls={`mend-${id}-${i}`} onToggle={() => toggle(id)} />
          <div id={`mend-${id}-${i}`} className={`pb-2 pl-5 leading-snug print:block ${open.has(id) ? "" : "hidden"}`}>
            <p>{text}</p>
            <WhyButton heading={heading} why={why} />
          </div>
        </div>
      ))}
    </section>
  );
}
