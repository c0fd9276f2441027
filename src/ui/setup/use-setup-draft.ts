import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useForm, useWatch, type UseFormReturn } from "react-hook-form";
import type { Designed, Wish } from "@/core/design/bench";
import { designed } from "@/core/design/design";
import { PURPOSE_FACTS, type Purpose } from "@/core/design/purposes";
import type { Strategy } from "@/core/design/strategies";
import { occupantsWith } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { withOccupants } from "@/core/stack/edit";
import { UNSAID_SITE, type Site } from "@/core/stack/setup";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import type { Built } from "@/core/verdicts/build-for";
import { purposeOfKind } from "@/core/verdicts/guilds";
import { VESSEL_SHELF } from "@/core/vessel/shelf";
import type { Vessel } from "@/core/vessel/vessel";
import type { MediumLookup } from "@/core/water/settle";
import { useUnits } from "../common/preferences";
import { occupantChoices } from "../occupants/occupant-choices";
import { readVessel, typedSizes, type TypedVessel } from "./typed-vessel";

export type SetupTexts = TypedVessel & {
  name: string;
  purpose: Purpose;
  shelf: string;
  holed: boolean;
  strategy: Strategy;
  sun: Site["sun"];
  rain: Site["rain"];
};

/** A new setup as it is being decided: what was typed and chosen so far, and what comes of it. */
export type SetupDraft = {
  readonly system: UnitSystem;
  readonly form: UseFormReturn<SetupTexts>;
  readonly texts: SetupTexts;
  readonly vessel: Result<Vessel>;
  /** Where what the sizes do not say of the vessel comes from. */
  readonly basis: Vessel;
  /** Fills in a vessel. */
  take(vessel: Vessel): void;
  readonly site: Site;
  readonly ownOccupants: readonly Occupant[];
  /** The one kind it is for, where one was named, and all there are to choose from. */
  readonly kind: Occupant | undefined;
  readonly kinds: ReturnType<typeof occupantChoices>;
  choose(kind: Occupant | undefined): void;
  /** What was picked of what suits that kind, as long as the vessel is the one it was built in. */
  readonly picked: Built | undefined;
  pick(built: Built | undefined): void;
  unpick(): void;
  /** What would be made; why nothing would. */
  readonly design: Designed | undefined;
  readonly designProblems: readonly Problem[];
};

const FIRST = VESSEL_SHELF.find(({ id }) => id === "balcony-trough")!;

export function useSetupDraft(medium: MediumLookup, ownOccupants: readonly Occupant[]): SetupDraft {
  const system = useUnits();
  const form = useForm<SetupTexts>({
    defaultValues: {
      name: "",
      purpose: "crops",
      shelf: FIRST.id,
      shape: FIRST.vessel.shape,
      material: FIRST.vessel.material,
      holed: FIRST.holed,
      strategy: "gravel-reservoir",
      sun: "unsaid",
      rain: "unsaid",
      sizes: typedSizes(FIRST.vessel, system),
    },
  });
  const texts = useWatch({ control: form.control }) as SetupTexts;
  const [basis, setBasis] = useState<Vessel>(FIRST.vessel);
  // sizes nobody has touched are told in the grower's units
  useEffect(() => {
    if (!form.formState.dirtyFields.sizes) form.setValue("sizes", typedSizes(basis, system));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [system]);

  const [kindId, setKindId] = useState("");
  const kind = occupantsWith(ownOccupants)(kindId);
  const kinds = useMemo(() => occupantChoices(ownOccupants), [ownOccupants]);
  const [picked, setPicked] = useState<Built>();
  const vessel = useMemo(() => readVessel(texts, basis, system), [texts, basis, system]);
  const site = { ...UNSAID_SITE, sun: texts.sun, rain: texts.rain };
  const { purpose, strategy, holed } = texts;
  const wish: Wish | undefined = vessel.ok
    ? { name: "", purpose, strategy, holed, vessel: vessel.value, site }
    : undefined;
  // the same wish is the same design, however often the page is drawn; it may come a moment after what is typed
  const wished = useDeferredValue(JSON.stringify(wish));
  const made = useMemo(
    () => (wished === undefined ? undefined : designed(JSON.parse(wished) as Wish, medium, system)),
    [wished, medium, system],
  );
  const builtHere = vessel.ok && picked && sameJson(picked.designed.setup.vessel, vessel.value) ? picked : undefined;

  return {
    system,
    form,
    texts,
    vessel,
    basis,
    take(taken) {
      setBasis(taken);
      form.setValue("shape", taken.shape);
      form.setValue("material", taken.material);
      form.setValue("sizes", typedSizes(taken, system));
    },
    site,
    ownOccupants,
    kind,
    kinds,
    choose(chosen) {
      setKindId(chosen?.id ?? "");
      setPicked(undefined);
      if (!chosen) return;
      const suited = purposeOfKind(chosen);
      form.setValue("purpose", suited);
      form.setValue("strategy", PURPOSE_FACTS[suited].strategies[0]!);
    },
    picked: builtHere,
    pick: setPicked,
    unpick: () => setPicked(undefined),
    design: builtHere?.designed ?? (made?.ok ? living(made.value, kind) : undefined),
    designProblems: made && !made.ok ? made.problems : [],
  };
}

const sameJson = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** A design with one that lives in it. */
const living = (made: Designed, occupant: Occupant | undefined): Designed =>
  occupant ? { ...made, setup: withOccupants(made.setup, [{ id: "for", occupantId: occupant.id, count: 1 }]) } : made;
