import { cookies } from "next/headers";
import { z } from "zod";
import { marlstone } from "@/server";
import { readPreferences } from "@/formats/preferences/schema";
import { ORDERS } from "@/ui/yard/order";
import { Yard } from "@/ui/yard/yard";
import { RefreshOnShow } from "@/ui/yard/yard-buttons";
import { copySetup, putAway, takeBack } from "./setups/actions";

const query = z.object({
  page: z.coerce.number().int().min(1).max(1e6).catch(1),
  away: z.string().optional().catch(undefined),
  find: z.string().max(100).catch(""),
  order: z.enum(ORDERS).catch("trouble"),
  needs: z.string().optional().catch(undefined),
});

export default async function YardPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { page, away, find, order, needs } = query.parse(await searchParams);
  const jar = await cookies();
  const showsPutAway = away !== undefined;
  const shelf = marlstone().setups.shelf(page, showsPutAway, find, order === "name" ? "name" : "made");
  return (
    <>
      <RefreshOnShow />
      <Yard
        items={shelf.items.map(({ id, name, setup }) => ({ id, name, setup: setup.ok ? setup.value : undefined }))}
        media={marlstone().media.of(shelf.items.flatMap(({ setup }) => (setup.ok ? [setup.value] : [])))}
        ownOccupants={marlstone().occupants.own(shelf.items.flatMap(({ setup }) => (setup.ok ? [setup.value] : [])))}
        page={shelf.page}
        pages={shelf.pages}
        found={shelf.found}
        total={shelf.total}
        words={find.trim()}
        order={order}
        onlyNeeds={needs !== undefined}
        putAway={shelf.putAway}
        showsPutAway={showsPutAway}
        units={readPreferences((name) => jar.get(name)?.value).units}
        actions={{ copy: copySetup, putAway, takeBack }}
      />
    </>
  );
}
