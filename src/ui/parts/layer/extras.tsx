"use client";
import { X } from "lucide-react";
import { AMENDMENTS, amendmentOf } from "@/core/mixing/amendments";
import { GIVEN, LAID, type Given, type Laid, type LayerAmendment } from "@/core/stack/setup";
import { formatMass, formatVolume } from "@/core/units/units";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import { Choice } from "../../fields/choice";
import type { ChangeLayer, EditedLayer } from "./editor";

const GIVEN_WORDS: Record<Given, string> = { mixed: "mixed in", bands: "in bands", "on-top": "on top" };
const LAID_WORDS: Record<Laid["as"], string> = { slope: "rising to the back", ring: "as a ring at the wall" };

/** A dose to begin with: a tablespoon, or a cup of what goes by volume. */
const FIRST_AMOUNT = { "grams-per-litre": 15, share: 250 } as const;

/** What is given to a layer beside its medium, and how it lies where it is not level. */
export function LayerExtras({ layer, name, onChange }: { layer: EditedLayer; name: string; onChange: ChangeLayer }) {
  const system = useUnits();
  const given = layer.amendments ?? [];
  const set = (label: string, amendments: readonly LayerAmendment[]) =>
    onChange(label, { amendments: amendments.length > 0 ? amendments : undefined });
  const free = AMENDMENTS.filter(({ id }) => !given.some(({ amendmentId }) => amendmentId === id));
  return (
    <div className="no-print space-y-1">
      <ul>
        {given.map((one, i) => {
          const amendment = amendmentOf(one.amendmentId);
          const words = amendment?.name ?? one.amendmentId;
          const byVolume = amendment?.dose.kind === "share";
          const change = (label: string, more: Partial<LayerAmendment>) =>
            set(
              label,
              given.map((other, k) => (k === i ? { ...other, ...more } : other)),
            );
          return (
            <li key={one.amendmentId} className="flex flex-wrap items-end gap-x-3 border-b border-rule py-0.5">
              <NumberField
                label={words}
                of={name}
                quantity={byVolume ? "volume" : "grams"}
                value={one.amount}
                onOffer={(amount) =>
                  change(
                    `${words} in ${name}: ${byVolume ? formatVolume(amount, system) : formatMass(amount / 1000, system)}`,
                    { amount },
                  )
                }
              />
              <Choice
                label="How"
                value={one.given}
                options={GIVEN.map((how) => [how, GIVEN_WORDS[how]] as const)}
                onChoose={(how) => change(`${words} in ${name}, ${GIVEN_WORDS[how as Given]}`, { given: how as Given })}
              />
              <button
                type="button"
                aria-label={`No ${words} in ${name}`}
                className="inline-flex size-7 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
                onClick={() =>
                  set(
                    `No ${words} in ${name}`,
                    given.filter((_, k) => k !== i),
                  )
                }
              >
                <X size={15} aria-hidden />
              </button>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap items-end gap-x-3">
        <Choice
          label="Give it"
          value=""
          className="w-36"
          options={[["", "nothing more"], ...free.map(({ id, name: words }) => [id, words] as const)]}
          onChoose={(id) => {
            const amendment = amendmentOf(id);
            if (!amendment) return;
            const amount = FIRST_AMOUNT[amendment.dose.kind];
            set(`${amendment.name} in ${name}`, [...given, { amendmentId: id, amount, given: "mixed" }]);
          }}
        />
        <Choice
          label="Lies"
          value={layer.laid?.as ?? ""}
          options={[["", "level"], ...LAID.map((as) => [as, LAID_WORDS[as]] as const)]}
          onChoose={(as) =>
            onChange(`How ${name} lies`, {
              laid: as === "" ? undefined : { as: as as Laid["as"], byCm: layer.laid?.byCm ?? 3 },
            })
          }
        />
        {layer.laid && (
          <NumberField
            label={layer.laid.as === "slope" ? "Rises by" : "Wide"}
            of={name}
            value={layer.laid.byCm}
            onOffer={(byCm) => onChange(`How ${name} lies`, { laid: { as: layer.laid!.as, byCm } })}
          />
        )}
      </div>
      {layer.laid && (
        <p className="text-sm leading-snug text-soft">
          {layer.laid.as === "slope"
            ? "Drawn and reckoned as level at its mean height: in front it is wetter than is said, at the back drier."
            : "Drawn and reckoned as if it went all across; inside the ring lies what is over it."}
        </p>
      )}
    </div>
  );
}
