import type { Metadata } from "next";
import { cookies } from "next/headers";
import { notFound } from "next/navigation";
import { z } from "zod";
import { marlstone } from "@/server";
import { readPreferences } from "@/formats/preferences/schema";
import { HistoryList } from "@/ui/history/history-list";
import { toldDifferences } from "@/core/readings/version-differences";
import { dropName, goBack, nameVersion } from "./actions";

type Params = {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "History" };

const place = z.coerce.number().int().min(1).optional().catch(undefined);
const query = z.object({ before: place, with: place });

export default async function HistoryPage({ params, searchParams }: Params) {
  const { id } = await params;
  const asked = query.parse(await searchParams);
  const house = marlstone();
  const history = house.history.of(id, asked.before);
  if (!history) notFound();
  const jar = await cookies();
  const system = readPreferences((name) => jar.get(name)?.value).units;
  const loaded = house.setups.load(id);
  const other = asked.with === undefined ? undefined : house.history.version(id, asked.with);
  return (
    <HistoryList
      history={history}
      isFirstPage={asked.before === undefined}
      compared={
        other?.ok && loaded.status === "ok"
          ? {
              revisionId: asked.with!,
              differences: toldDifferences(other.value.setup, loaded.state.setup, house.media.byId, system),
            }
          : undefined
      }
      actions={{ name: nameVersion, drop: dropName, goBack }}
    />
  );
}
