import { GradeMark } from "./grade";
import type { Standing } from "./standings";

/**
 * How it stands with one of them, in a line with its reason under it. Always as high as this, so that nothing moves when
 * it is judged anew; a press opens all that is told.
 */
export function StandingRow({
  standing: { name, grade, why },
  open,
  controls,
  onToggle,
}: {
  standing: Standing;
  open: boolean;
  controls?: string | undefined;
  onToggle?: (() => void) | undefined;
}) {
  return (
    <h3 className="font-normal">
      <button
        type="button"
        aria-expanded={open}
        aria-controls={controls}
        disabled={!onToggle}
        onClick={onToggle}
        className="grid h-11 w-full grid-cols-[1rem_minmax(0,1fr)_auto] items-center gap-x-1 text-left leading-tight disabled:cursor-default"
      >
        <span aria-hidden className="text-soft">
          {open ? "▾" : "▸"}
        </span>
        <span className="truncate font-serif text-[1.02rem] font-semibold" title={name}>
          {name}
        </span>
        <span className="text-[0.95rem]">
          <GradeMark grade={grade} />
        </span>
        <span className="col-span-2 col-start-2 h-[1.1em] truncate font-sans text-sm text-soft" title={why}>
          {why}
        </span>
      </button>
    </h3>
  );
}
