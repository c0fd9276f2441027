import { useSyncExternalStore } from "react";

let media: MediaQueryList | undefined;
/** Asked once: what is taken hold of looks at it in every frame of a drag. */
const coarsePointer = (): MediaQueryList => (media ??= matchMedia("(pointer: coarse)"));

/** Whether a finger points here, and not a mouse. */
export const useCoarsePointer = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      coarsePointer().addEventListener("change", changed);
      return () => coarsePointer().removeEventListener("change", changed);
    },
    () => coarsePointer().matches,
    () => false,
  );
