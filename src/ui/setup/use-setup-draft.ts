import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useForm, useWatch, type UseFormReturn } from "react-hook-form";
import type { Designed, Wish } from "@/core/design/bench";
import { designed } from "@/core/design/design";
import type { Medium } from "@/core/media/medium";
import { PURPOSE_FACTS, type Purpose } from "@/core/design/purposes";
import type { Strategy } from "@/core/design/strategies";
import { occupantsWith } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { withOccupants } from "@/core/stack/edit";
import { UNSAID_SITE, type Site, type Stage } from "@/core/stack/setup";
import { failed, ok, problem, type Problem, type Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import type { Built } from "@/core/verdicts/build-for";
import { purposeOfKind, soilsFor } from "@/core/verdicts/guilds";
import { VESSEL_SHELF, type Comes } from "@/core/vessel/shelf";
import type { Vessel } from "@/core/vessel/vessel";
import type { MediumLookup } from "@/core/water/settle";
import type { Question } from "@/workers/questions.client";
import { useAnswer } from "../common/use-answer";
import { useUnits } from "../common/preferences";
import { occupantChoices } from "../occupants/occupant-choices";
import { readVessel, typedSizes, type TypedVessel } from "./typed-vessel";

export type SetupTexts = TypedVessel & {
  name: string;
  purpose: Purpose;
  count: string;
  stage: Stage;
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
  /** Fills in a vessel; what it came with is of one off the shelf alone. */
  take(vessel: Vessel, comes?: Comes): void;
  readonly comes: Comes | undefined;
  readonly site: Site;
  /** The one kind it is for, where one was named, and all there are to choose from. */
  readonly kind: Occupant | undefined;
  readonly kinds: ReturnType<typeof occupantChoices>;
  choose(kind: Occupant | undefined): void;
  /** How many of it are to live there. */
  readonly count: Result<number>;
  /** How it stands with building it for that kind; undefined where none is named, or the vessel cannot be. */
  readonly building: Building | undefined;
  /** The way of holding water was picked by hand: only that is built. */
  readonly byHand: boolean;
  pickWay(): void;
  anyWay(): void;
  /** What would be made of all that is said now; undefined while that is being worked out, or cannot be. */
  readonly design: Designed | undefined;
  readonly designProblems: readonly Problem[];
  /** The one before, while what is typed is worked out: shown faintly, never made. */
  readonly before: Designed | undefined;
};

/** What suits a kind here, the best first; `picked` is what would be made. */
export type Building =
  | { readonly status: "computing" }
  | {
      readonly status: "answered";
      readonly built: readonly Built[];
      readonly picked: Built | undefined;
      pick(built: Built): void;
    }
  /** It fell; what is usual for such a kind stands in. */
  | { readonly status: "failed"; again(): void };

const FIRST = VESSEL_SHELF.find(({ id }) => id === "balcony-trough")!;

export function useSetupDraft(
  media: readonly Medium[],
  medium: MediumLookup,
  ownOccupants: readonly Occupant[],
): SetupDraft {
  const system = useUnits();
  const form = useForm<SetupTexts>({
    defaultValues: {
      name: "",
      purpose: "crops",
      count: "1",
      stage: "grown",
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
  const [comes, setComes] = useState<Comes | undefined>(FIRST.comes);
  // sizes nobody has touched are told in the grower's units
  useEffect(() => {
    if (!form.formState.dirtyFields.sizes) form.setValue("sizes", typedSizes(basis, system));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [system]);

  const [kindId, setKindId] = useState("");
  const kind = occupantsWith(ownOccupants)(kindId);
  const kinds = useMemo(() => occupantChoices(ownOccupants), [ownOccupants]);
  const [byHand, setByHand] = useState(false);
  const vessel = useMemo(() => readVessel(texts, basis, system), [texts, basis, system]);
  const count = useMemo(() => readCount(texts.count), [texts.count]);
  const site = { ...UNSAID_SITE, sun: texts.sun, rain: texts.rain };
  const { purpose, strategy, holed } = texts;
  const wish: Wish | undefined = vessel.ok
    ? { name: "", purpose, strategy, holed, comes, vessel: vessel.value, site }
    : undefined;

  // what is built for a kind is known by all that was said: what is shown, and made, is of that and of nothing before
  const [tries, setTries] = useState(0);
  const asked =
    kind && vessel.ok && count.ok
      ? {
          kind: "build" as const,
          occupantId: kind.id,
          vessel: vessel.value,
          holed,
          comes,
          site,
          system,
          count: count.value,
          stage: kind.life === "plant" ? texts.stage : undefined,
          strategy: byHand ? strategy : undefined,
        }
      : undefined;
  const key = JSON.stringify(asked);
  const question = useMemo((): Question<"build"> | undefined => {
    if (!asked || !kind) return undefined;
    return {
      ...asked,
      own: ownOccupants.filter(({ id }) => id === kind.id),
      mediumIds: [...new Set([...soilsFor(kind), ...media.map(({ id }) => id)])],
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, tries, media, ownOccupants]);
  const standing = useAnswer(question, medium);
  const [choice, setChoice] = useState<{ readonly of: string; readonly built: Built }>();
  const building = buildingOf();
  function buildingOf(): Building | undefined {
    if (!question) return undefined;
    switch (standing?.status) {
      case undefined:
      case "computing":
        return { status: "computing" };
      case "failed":
        return { status: "failed", again: () => setTries((before) => before + 1) };
      case "answered":
        return {
          status: "answered",
          built: standing.answer,
          picked: choice?.of === key ? choice.built : standing.answer[0],
          pick: (built) => setChoice({ of: key, built }),
        };
      default:
        return standing satisfies undefined;
    }
  }

  // the same wish is the same design, however often the page is drawn; it may come a moment after what is typed
  const wished = JSON.stringify(wish);
  const deferred = useDeferredValue(wished);
  const usual = useMemo(
    () => (deferred === undefined ? undefined : designed(JSON.parse(deferred) as Wish, medium, system)),
    [deferred, medium, system],
  );
  const made = deferred === wished ? usual : undefined;
  const usualFor = made?.ok ? living(made.value, kind, count.ok ? count.value : 1, texts.stage) : undefined;
  const isUsual =
    building === undefined || building.status === "failed" || (building.status === "answered" && !building.picked);

  return {
    system,
    form,
    texts,
    vessel,
    basis,
    comes,
    take(taken, came) {
      setBasis(taken);
      setComes(came);
      form.setValue("shape", taken.shape);
      form.setValue("material", taken.material);
      form.setValue("sizes", typedSizes(taken, system));
    },
    site,
    kind,
    kinds,
    choose(chosen) {
      setKindId(chosen?.id ?? "");
      setByHand(false);
      if (!chosen) return;
      const suited = purposeOfKind(chosen);
      form.setValue("purpose", suited);
      form.setValue("strategy", PURPOSE_FACTS[suited].strategies[0]!);
    },
    count,
    building,
    byHand,
    pickWay: () => setByHand(kind !== undefined),
    anyWay: () => setByHand(false),
    design: isUsual ? usualFor : building.status === "answered" ? building.picked?.designed : undefined,
    designProblems: made && !made.ok ? made.problems : [],
    before: vessel.ok && !kind && usual?.ok ? usual.value : undefined,
  };
}

/** More of one kind than this is a slip. */
const MOST_OF_A_KIND = 999;

function readCount(text: string): Result<number> {
  const value = Number(text.trim());
  return text.trim() !== "" && Number.isInteger(value) && value >= 1 && value <= MOST_OF_A_KIND
    ? ok(value)
    : failed(problem("count", "not-a-count", `How many of them: a whole number from 1 to ${MOST_OF_A_KIND}.`));
}

/** A design with those that live in it. */
const living = (made: Designed, occupant: Occupant | undefined, count: number, stage: Stage): Designed =>
  occupant
    ? {
        ...made,
        setup: withOccupants(made.setup, [
          {
            id: "for",
            occupantId: occupant.id,
            count,
            ...(occupant.life === "plant" && stage !== "grown" && { stage }),
          },
        ]),
      }
    : made;
