import type { Metadata } from "next";
import { marlstone } from "@/server";
import { MediaShelf } from "@/ui/media/media-shelf";
import { takeBackOwnMedium } from "./actions";

export const metadata: Metadata = { title: "Media" };
export const dynamic = "force-dynamic";

export default function MediaPage() {
  return (
    <MediaShelf
      media={marlstone().media()}
      packs={marlstone().listPacks()}
      putAway={marlstone()
        .listOwnMedia(true)
        .map(({ id, value: { name } }) => ({ id, name }))}
      takeBack={takeBackOwnMedium}
    />
  );
}
