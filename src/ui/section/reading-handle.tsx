import type { UnitSystem } from "@/core/units/units";
import type { Readings } from "@/core/readings/readings";
import { yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";
import { HeightHandle } from "./height-handle";
import { ReadingLine, readingText } from "./profile-marks";

/** Reads water and air at a height, where a pointer or the arrow keys say. */
export function ReadingHandle({
  readings,
  topCm,
  heightCm,
  onRead,
  geometry,
  system,
  heightAt,
  onCancel,
}: {
  readings: Readings;
  /** Of the soil. */
  topCm: number;
  /** Where it reads; undefined until it was asked. */
  heightCm: number | undefined;
  onRead: (heightCm: number) => void;
  geometry: BoardGeometry;
  system: UnitSystem;
  heightAt: (clientY: number) => number;
  onCancel: () => void;
}) {
  const atCm = heightCm ?? topCm / 2;
  const y = yOfHeight(geometry, atCm);
  const { right } = geometry.profile;
  return (
    <>
      {heightCm !== undefined && (
        <ReadingLine heightCm={heightCm} geometry={geometry} readings={readings} system={system} />
      )}
      <HeightHandle
        system={system}
        heightAt={heightAt}
        onCancel={onCancel}
        label="Read water and air at a height"
        valueCm={atCm}
        leastCm={0}
        mostCm={topCm}
        valueText={readingText(readings, atCm)}
        y={y}
        left={right - 4}
        right={right + 14}
        onMove={(to) => onRead(Math.min(Math.max(to, 0), topCm))}
        onKeep={() => undefined}
        onFocus={() => onRead(atCm)}
      >
        <path d={`M${right + 2} ${y}l9 -5v10Z`} fill="var(--ink)" />
      </HeightHandle>
    </>
  );
}
