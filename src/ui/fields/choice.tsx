"use client";

/** A choice among few, taken at once. */
export function Choice({
  label,
  value,
  options,
  onChoose,
  className = "",
}: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChoose: (value: string) => void;
  className?: string;
}) {
  return (
    <label className="block min-w-0 text-sm text-soft">
      {label}
      <select
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
    </label>
  );
}

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
