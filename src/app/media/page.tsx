import type { Metadata } from "next";
import { marlstone } from "@/server";
import { packsIn } from "@/formats/pack/schema";
import { carried } from "@/ui/common/carried";
import { MediaShelf } from "@/ui/media/media-shelf";
import { takeBackOwnMedium } from "./actions";

export const metadata: Metadata = { title: "Media" };
export const dynamic = "force-dynamic";

/** So many of the grower's mixes stand on the shelf before all are asked for: each is a whole medium. */
const MOST_MIXES = 60;

export default async function MediaPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const all = (await searchParams).mixes === "all";
  const { total } = marlstone().mixes.names({ putAway: false, words: "", page: 1 });
  return (
    <MediaShelf
      media={carried(marlstone().media.all(all ? undefined : MOST_MIXES))}
      mixesLeftOut={all ? 0 : Math.max(0, total - MOST_MIXES)}
      packs={packsIn(marlstone().packs.list())}
      putAway={marlstone()
        .media.listOwn(true)
        .map(({ id, value: { name } }) => ({ id, name }))}
      takeBack={takeBackOwnMedium}
    />
  );
}
