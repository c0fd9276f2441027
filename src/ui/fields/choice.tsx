"use client";
import { useId } from "react";
import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";
import { useCoarsePointer } from "../common/coarse-pointer";

type Options = readonly (readonly [value: string, words: string])[];
type Props = {
  label: string;
  value: string;
  options: Options;
  onChoose: (value: string) => void;
  className?: string;
};

/** A choice among few, taken at once: a list of the page's own on a desk, the device's on a phone. */
export function Choice({ label, value, options, onChoose, className = "" }: Props) {
  const id = useId();
  const isPhone = useCoarsePointer();
  return (
    <div className="min-w-0 text-sm text-soft">
      <label htmlFor={id} className="block">
        {label}
      </label>
      {isPhone ? (
        <select
          id={id}
          className={`field block max-w-full text-base text-ink ${className}`}
          value={value}
          onChange={(event) => onChoose(event.target.value)}
        >
          {options.map(([option, words]) => (
            <option key={option} value={option}>
              {words}
            </option>
          ))}
        </select>
      ) : (
        <DeskChoice id={id} value={value} options={options} onChoose={onChoose} className={className} />
      )}
    </div>
  );
}

/** Stands for a choice of nothing: an empty value has a meaning of its own there. */
const NONE = "none of them";

const DeskChoice = ({ id, value, options, onChoose, className }: Omit<Props, "label"> & { id: string }) => (
  <Select.Root value={value === "" ? NONE : value} onValueChange={(next) => onChoose(next === NONE ? "" : next)}>
    <Select.Trigger
      id={id}
      className={`field flex max-w-full items-center justify-between gap-2 text-left text-base text-ink ${className}`}
    >
      <span className="truncate">
        <Select.Value />
      </span>
      <Select.Icon className="no-print shrink-0">
        <ChevronDown size={14} strokeWidth={2.6} aria-hidden />
      </Select.Icon>
    </Select.Trigger>
    <Select.Portal>
      <Select.Content
        position="popper"
        sideOffset={2}
        collisionPadding={8}
        className="z-30 max-h-[min(20rem,60vh)] min-w-(--radix-select-trigger-width) border border-ink bg-sheet shadow-[3px_3px_0_var(--rule)]"
      >
        <Select.Viewport className="py-1">
          {options.map(([option, words]) => (
            <Select.Item
              key={option}
              value={option === "" ? NONE : option}
              className="flex min-h-8 cursor-pointer items-center justify-between gap-3 px-3 py-0.5 text-[0.95rem] outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper"
            >
              <Select.ItemText>{words}</Select.ItemText>
              <Select.ItemIndicator>
                <Check size={14} aria-hidden />
              </Select.ItemIndicator>
            </Select.Item>
          ))}
        </Select.Viewport>
      </Select.Content>
    </Select.Portal>
  </Select.Root>
);

/** A yes that is taken at once. */
export function Tick({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="inline-flex min-h-8 items-center gap-1.5 text-[0.95rem] pointer-coarse:min-h-11">
      <input
        type="checkbox"
        className="size-4 accent-(--ink)"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
