import { TriangleAlert } from "lucide-react";

/** What must be mended, in one line that opens what is told of it. */
export const MendLine = ({
  heading,
  open,
  controls,
  onToggle,
}: {
  heading: string;
  open: boolean;
  controls?: string | undefined;
  onToggle?: (() => void) | undefined;
}) => (
  <h3 className="font-normal">
    <button
      type="button"
      aria-expanded={open}
      aria-controls={controls}
      disabled={!onToggle}
      onClick={onToggle}
      className="grid h-9 w-full grid-cols-[1rem_minmax(0,1fr)] items-center gap-x-1 text-left text-trouble disabled:cursor-default pointer-coarse:h-11"
    >
      <TriangleAlert size={14} aria-hidden />
      <span className="truncate font-serif font-semibold" title={heading}>
        {heading}
        <span className="sr-only"> (trouble)</span>
      </span>
    </button>
  </h3>
);
