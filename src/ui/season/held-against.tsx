import type { SeasonInput } from "@/formats/season/actions";

export type Other = { readonly id: string; readonly name: string };

/** Chooses what a year is held against: itself at another place, or another design where it stands. */
export function HeldAgainst({
  against,
  disabled,
  places,
  others,
  choose,
}: {
  against: SeasonInput["against"];
  disabled: boolean;
  places: readonly Other[];
  others: readonly Other[];
  choose: (against: SeasonInput["against"]) => void;
}) {
  const all = [
    ...places.map(({ id, name }) => ({ by: "place" as const, id, name })),
    ...others.map(({ id, name }) => ({ by: "design" as const, id, name })),
  ];
  const options = (by: "place" | "design") =>
    all.flatMap((one, i) =>
      one.by === by ? (
        <option key={one.id} value={i}>
          {one.name || "Without a name"}
        </option>
      ) : (
        []
      ),
    );
  return (
    <label className="block max-w-full text-sm text-soft">
      Held against
      <select
        className="field block max-w-full text-base text-ink"
        value={all.findIndex(({ by, id }) => by === against?.by && id === against.id)}
        disabled={disabled}
        onChange={(event) => {
          const one = all[Number(event.target.value)];
          choose(one && { by: one.by, id: one.id });
        }}
      >
        <option value={-1}>itself, where it stands</option>
        {places.length > 0 && <optgroup label="The same, standing at">{options("place")}</optgroup>}
        {others.length > 0 && <optgroup label="Standing there instead of it">{options("design")}</optgroup>}
      </select>
    </label>
  );
}
