import { useLayoutEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { boardGeometry, type BoardGeometry } from "../drawing/geometry";
import { heldView } from "../open-setup/derived";
import type { SetupStore } from "../open-setup/setup-store";
import { highestOf } from "../section/board-shape";

/**
 * The board's scale and its parts' places. They follow what is kept, not what is being dragged: they must not change
 * under the hand.
 */
export function useBoardGeometry(
  store: SetupStore,
  size: { readonly width: number; readonly height: number },
): BoardGeometry {
  const committed = useStore(store, (state) => state.committed);
  // what stands in a dosed vessel is known once it is computed
  const committedWaterCm = useStore(store, ({ view: now, committed: kept }) =>
    now.ok && now.value.setup === kept ? Math.round(Math.max(0, now.value.readings.waterTableCm) * 10) / 10 : 0,
  );
  const heldSetup = useStore(store, heldView)?.setup;
  return useMemo(() => {
    const highestCm = Math.max(highestOf(committed, committedWaterCm), heldSetup ? highestOf(heldSetup) : 0);
    return boardGeometry(committed, highestCm, size.width, size.height, heldSetup);
  }, [committed, committedWaterCm, heldSetup, size]);
}

/** The size of an element on the page, as it changes. [px] */
export function useSize(frame: React.RefObject<HTMLElement | null>): {
  readonly width: number;
  readonly height: number;
} {
  const [size, setSize] = useState({ width: 660, height: 600 });
  useLayoutEffect(() => {
    const element = frame.current!;
    const measure = (): void =>
      setSize({ width: Math.max(300, element.clientWidth), height: Math.max(300, element.clientHeight) });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [frame]);
  return size;
}
