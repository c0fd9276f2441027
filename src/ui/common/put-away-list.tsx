"use client";

/** What was put away of a kind, each to be taken back. */
export const PutAwayList = ({
  putAway,
  onTakeBack,
  className = "",
}: {
  putAway: readonly { readonly id: string; readonly name: string }[];
  onTakeBack: (id: string) => void;
  className?: string;
}) => (
  <details className={className}>
    <summary className="text-soft pointer-coarse:min-h-11">put away ({putAway.length})</summary>
    <ul className="mt-1">
      {putAway.map(({ id, name }) => (
        <li key={id}>
          {name}{" "}
          <button
            type="button"
            className="underline decoration-dotted pointer-coarse:min-h-11"
            aria-label={`Take ${name} back`}
            onClick={() => onTakeBack(id)}
          >
            take back
          </button>
        </li>
      ))}
    </ul>
  </details>
);
