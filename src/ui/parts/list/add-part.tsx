"use client";
import { useEffect, useRef, useState } from "react";
import { Plus } from "lucide-react";
import { late } from "../../common/late";
import { useReached } from "../../common/when-reached";
import type { SetupStore } from "../../open-setup/setup-store";
import { toLineOf } from "../../open-setup/to-line";

export const ADD_PART_ID = "add-part";

// comes once somebody is there, so that a page paints without it
const AddList = late(() => import("./add-list").then(({ AddList: list }) => list));

/** One list of everything that can be put in, found by its name or by what it is for. */
export function AddPart({ store, newId }: { store: SetupStore; newId: () => string }) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const reached = useReached();
  useEffect(() => {
    if (reached) AddList.ahead();
  }, [reached]);
  return (
    <>
      <button
        ref={button}
        id={ADD_PART_ID}
        type="button"
        className="press no-print"
        aria-haspopup="listbox"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <Plus size={16} aria-hidden />
        Add
      </button>
      {open && (
        <AddList
          store={store}
          newId={newId}
          anchor={button}
          onClose={(byKey, added) => {
            setOpen(false);
            if (added) {
              store.openPart(added);
              requestAnimationFrame(() => toLineOf(added));
            } else if (byKey) button.current?.focus();
          }}
        />
      )}
    </>
  );
}
