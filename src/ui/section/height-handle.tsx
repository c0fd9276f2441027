"use client";
import { memo, useEffect, useRef } from "react";
import { useCoarsePointer } from "../common/coarse-pointer";
import type { PartKey } from "../open-setup/part-key";
import { toLineOf } from "../open-setup/to-line";
import type { UnitSystem } from "@/core/units/units";
import { CM_PER_INCH, formatLength } from "@/core/units/units";

/** A press of an arrow key moves a height by this much; with Shift by the finer step. */
const KEY_STEP_CM: Record<UnitSystem, { usual: number; fine: number }> = {
  metric: { usual: 0.5, fine: 0.1 },
  imperial: { usual: CM_PER_INCH / 4, fine: CM_PER_INCH / 20 },
};

/** A hand that moves no further than this has not moved anything. */
const TAP_PX = 3;
/** What is taken hold of reaches so far: for a mouse, and for a thumb. */
const HIT_PX = { fine: 22, coarse: 44 } as const;
/**
 * A height in the drawing that is dragged or moved with arrow keys. A change is shown live and kept when the pointer or
 * key is let go; Escape puts it back.
 */
export const HeightHandle = memo(function HeightHandle({
  label,
  valueText,
  valueCm,
  leastCm,
  mostCm,
  y,
  left,
  right,
  system,
  heightAt,
  onMove,
  onKeep,
  onCancel,
  onFocus,
  part,
  onChoose,
  onTap,
  across,
  children,
}: {
  label: string;
  /** Said beside the height, such as what the height stands for now. */
  valueText?: string;
  valueCm: number;
  leastCm: number;
  mostCm: number;
  y: number;
  left: number;
  right: number;
  system: UnitSystem;
  heightAt: (clientY: number) => number;
  onMove: (heightCm: number) => void;
  onKeep: () => void;
  onCancel: () => void;
  onFocus?: () => void;
  /** Of what part it is a grip, if of one: it lights up with it. */
  part?: PartKey;
  onChoose?: (part: PartKey) => void;
  /** Pressed and let go where it was: what lies there is meant, at a height. */
  onTap?: (heightCm: number) => void;
  /** For what has a place across the vessel too. */
  across?: Across | undefined;
  children: React.ReactNode;
}) {
  const grab = useRef<number | undefined>(undefined);
  const grabAcross = useRef(0);
  const pressedAt = useRef({ x: 0, y: 0 });
  const moving = useRef(false);
  const handle = useRef<SVGGElement>(null);
  const hitPx = HIT_PX[useCoarsePointer() ? "coarse" : "fine"];
  useEffect(() => {
    // `touch-action` does not count inside a drawing, and React listens to touches passively: a finger that takes hold
    // of a height would pan the page
    const hold = (event: TouchEvent): void => event.preventDefault();
    const element = handle.current!;
    element.addEventListener("touchstart", hold, { passive: false });
    return () => element.removeEventListener("touchstart", hold);
  }, []);
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const { usual, fine } = KEY_STEP_CM[system];
    const step = event.shiftKey ? fine : usual;
    const target =
      event.key === "ArrowUp"
        ? valueCm + step
        : event.key === "ArrowDown"
          ? valueCm - step
          : event.key === "PageUp"
            ? valueCm + 5 * usual
            : event.key === "PageDown"
              ? valueCm - 5 * usual
              : event.key === "Home"
                ? leastCm
                : event.key === "End"
                  ? mostCm
                  : undefined;
    const sideways = event.key === "ArrowLeft" ? -1 : event.key === "ArrowRight" ? 1 : 0;
    if (across && sideways !== 0 && !event.altKey && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      event.stopPropagation();
      across.onMove(clampShare(across.share + sideways * (event.shiftKey ? FINE_SHARE : USUAL_SHARE)));
      return;
    }
    if (event.key === "Enter" && part !== undefined) {
      event.preventDefault();
      toLineOf(part);
      return;
    }
    if (event.key === "Escape") {
      grab.current = undefined;
      onCancel();
    }
    if (target === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    event.stopPropagation();
    onMove(Math.min(Math.max(target, leastCm), mostCm));
  };
  return (
    <g
      ref={handle}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={round(leastCm)}
      aria-valuemax={round(mostCm)}
      aria-valuenow={round(valueCm)}
      aria-valuetext={`${formatLength(valueCm, system)}${valueText ? `, ${valueText}` : ""}`}
      className={`group outline-none ${across ? "cursor-move" : "cursor-ns-resize"}`}
      onKeyDown={onKeyDown}
      onKeyUp={(event) => (event.key.startsWith("Arrow") || /^(Page|Home|End)/u.test(event.key) ? onKeep() : undefined)}
      data-grip-of={part}
      onFocus={() => {
        onFocus?.();
        if (part !== undefined) onChoose?.(part);
      }}
      onBlur={onKeep}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        event.currentTarget.focus();
        event.preventDefault();
        grab.current = valueCm - heightAt(event.clientY);
        pressedAt.current = { x: event.clientX, y: event.clientY };
        moving.current = false;
        grabAcross.current = across ? across.share - across.shareAt(event.clientX) : 0;
      }}
      onPointerMove={(event) => {
        if (grab.current === undefined) return;
        const { x, y } = pressedAt.current;
        // a finger that trembles moves nothing; one that has begun to move is followed
        if (!moving.current && Math.hypot(event.clientX - x, event.clientY - y) <= TAP_PX) return;
        moving.current = true;
        onMove(heightAt(event.clientY) + grab.current);
        across?.onMove(clampShare(across.shareAt(event.clientX) + grabAcross.current));
      }}
      onPointerUp={({ clientY }) => {
        if (grab.current === undefined) return;
        grab.current = undefined;
        onKeep();
        if (!moving.current) onTap?.(heightAt(clientY));
      }}
      onPointerCancel={() => {
        grab.current = undefined;
        onCancel();
      }}
    >
      <rect data-hit x={left} y={y - hitPx / 2} width={right - left} height={hitPx} fill="transparent" />
      <rect
        x={left}
        y={y - 9}
        width={right - left}
        height={18}
        rx={2}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
        className="opacity-0 group-focus-visible:opacity-100"
      />
      {children}
    </g>
  );
});

/** A place across the vessel, 0 at its left end and 1 at its right, and how it is moved. */
export type Across = {
  readonly share: number;
  readonly shareAt: (clientX: number) => number;
  readonly onMove: (share: number) => void;
};
const USUAL_SHARE = 0.05;
const FINE_SHARE = 0.01;
const clampShare = (share: number): number => Math.min(Math.max(share, 0), 1);

const round = (cm: number): number => Math.round(cm * 100) / 100;
