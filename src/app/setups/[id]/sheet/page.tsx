import { isDeepStrictEqual } from "node:util";
import type { Metadata } from "next";
import { cookies } from "next/headers";
import { notFound } from "next/navigation";
import { marlstone } from "@/server";
import { asBuilt } from "@/core/sheet/built";
import { packsIn } from "@/formats/pack/schema";
import { readPreferences } from "@/formats/preferences/schema";
import { BuildSheet } from "@/ui/sheet/build-sheet";
import { NotReadable, NotSound } from "@/ui/sheet/not-readable";
import { sheetShown } from "@/ui/sheet/sheet-shown";
import { toldDifferences } from "@/core/readings/version-differences";
import { mediumChoices } from "@/ui/parts/layer/medium-choices";
import { beginBuildAgain, followDesign, recordBuilt, takeOverBuilt } from "./actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? `Build sheet, ${loaded.state.setup.name}` : "Build sheet" };
}

export default async function BuildPage({ params }: Params) {
  const { id } = await params;
  const house = marlstone();
  const loaded = house.setups.load(id);
  const history = house.history.of(id);
  if (loaded.status === "missing" || !history) notFound();
  if (loaded.status === "damaged") return <NotReadable setupId={id} what="built from" />;
  const jar = await cookies();
  const system = readPreferences((name) => jar.get(name)?.value).units;
  const { setup, version } = loaded.state;
  const build = house.builds.present(id);
  const begun =
    build && build.revisionId !== history.headRevisionId ? house.history.version(id, build.revisionId) : undefined;
  // a version that cannot be read any more is not built from: the present one is shown
  const shown = begun?.ok ? begun.value.setup : setup;
  const made = house.builds.sheetOf(shown, system);
  if (!made.ok) return <NotSound setupId={id} what="built from" problems={made.problems} />;
  const sheet = made.value;
  const built = build && asBuilt(sheet, build.built);
  const isTheSetup = built?.ok === true && isDeepStrictEqual(built.value, setup);
  return (
    <BuildSheet
      setupId={id}
      sheet={sheetShown(sheet, house.media.byId, packsIn(house.packs.list()), system)}
      build={build}
      revisionId={begun?.ok ? build!.revisionId : history.headRevisionId}
      headRevisionId={history.headRevisionId}
      version={version}
      media={mediumChoices(house.toBuildWith(id))}
      isTheSetup={isTheSetup}
      changed={begun?.ok && !isTheSetup ? toldDifferences(shown, setup, house.media.byId, system) : []}
      actions={{ record: recordBuilt, beginAgain: beginBuildAgain, follow: followDesign, takeOver: takeOverBuilt }}
    />
  );
}
