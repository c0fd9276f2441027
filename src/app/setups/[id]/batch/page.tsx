import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { putPack } from "@/app/mixes/actions";
import { roomsOf } from "@/app/mixes/bench-props";
import { boundariesCm } from "@/core/stack/setup";
import { marlstone } from "@/server";
import { SetupBatch, type LayerToFill } from "@/ui/mixes/setup-batch";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().loadSetup((await params).id);
  return { title: loaded.status === "ok" ? `Shopping for ${loaded.state.setup.name}` : "Shopping" };
}

export default async function BatchPage({ params }: Params) {
  const { id } = await params;
  const loaded = marlstone().loadSetup(id);
  if (loaded.status === "missing") notFound();
  if (loaded.status === "damaged")
    return (
      <main className="mx-auto max-w-[60ch] p-6">
        <p>
          The stored version of this setup cannot be read, so nothing can be bought for it.{" "}
          <Link href={`/setups/${id}`}>Its own page</Link> shows what can be restored.
        </p>
      </main>
    );
  const { setup } = loaded.state;
  const heights = boundariesCm(setup);
  const lowestRooted = setup.layers.findIndex(({ rooted }) => rooted);
  const layers = roomsOf(id, setup).map((room, i): LayerToFill => {
    const layer = setup.layers[i]!;
    const recipe = marlstone().recipeOfMedium(layer.mediumId);
    return {
      id: layer.id,
      roomId: room.id,
      name: layer.name || (marlstone().medium(layer.mediumId)?.name ?? layer.mediumId),
      mediumId: layer.mediumId,
      mediumName: marlstone().medium(layer.mediumId)?.name ?? layer.mediumId,
      fromCm: heights[i]!,
      toCm: heights[i + 1]!,
      areaCm2: room.volumeCm3 / layer.thicknessCm,
      roomCm3: room.volumeCm3,
      place: room.place,
      parts: recipe?.parts ?? [],
      amendments: recipe?.amendments ?? [],
      wicks: i < lowestRooted && setup.water.kind === "free-water",
    };
  });
  return (
    <SetupBatch setupId={id} name={setup.name} layers={layers} packs={marlstone().listPacks()} putPack={putPack} />
  );
}
