import type { Metadata } from "next";
import { cookies } from "next/headers";
import { notFound } from "next/navigation";
import { readPreferences } from "@/formats/preferences/schema";
import { ok } from "@/core/units/problem";
import { watersAtHand } from "@/core/place/waters";
import { yearSayings } from "@/core/readings/year-sentences";
import { marlstone } from "@/server";
import { NotReadable } from "@/ui/sheet/not-readable";
import { YearPage } from "@/ui/season/year-page";

import { createMix } from "../../../mixes/actions";
import { createSetup, seasonHere, setPoured, setWaterIn, suitsHand } from "../../actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? `Year of ${loaded.state.setup.name}` : "Year" };
}

export default async function SetupYearPage({ params }: Params) {
  const { id } = await params;
  const house = marlstone();
  const loaded = house.setups.load(id);
  if (loaded.status === "missing") notFound();
  if (loaded.status === "damaged") return <NotReadable setupId={id} what="followed through a year" />;
  const jar = await cookies();
  const system = readPreferences((name) => jar.get(name)?.value).units;
  const { setup } = loaded.state;
  const year = house.yearOf(setup, [id]);
  const places = house.places.list().map(({ id, value }) => ({ id, name: value.name }));
  const stays = setup.places ?? [];
  const there = house.places.yearsHere(setup);
  return (
    <YearPage
      setupId={id}
      name={setup.name}
      placesThere={places.length}
      otherPlaces={places.filter((one) => stays.length !== 1 || one.id !== stays[0]!.placeId)}
      here={setup.here}
      frost={there?.at.frost ?? null}
      isSaid={setup.demand.by === "said"}
      isSetRight={setup.demand.by === "place" && setup.demand.poured !== undefined}
      version={loaded.state.version}
      setPoured={setPoured}
      waters={watersAtHand((there?.found ?? []).map(({ water }) => water.waters))}
      blend={setup.blend}
      isWaterSaid={setup.site.waterPpm !== null}
      runsIn={setup.runsIn ?? []}
      others={house
        .findIndex()
        .setups.filter((one) => one.id !== id)
        .map(({ id: other, name }) => ({ id: other, name }))}
      setWaterIn={setWaterIn}
      suitsHand={suitsHand}
      createSetup={createSetup}
      createMix={createMix}
      seasonHere={seasonHere}
      year={year.ok ? ok({ months: year.value.months, mostWaterMgPerL: year.value.mostWaterMgPerL }) : year}
      sayings={year.ok ? yearSayings(setup, year.value, system) : []}
    />
  );
}
