import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { putPack } from "@/app/mixes/actions";
import { marlstone } from "@/server";
import { SetupBatch } from "@/ui/mixes/setup-batch";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? `Shopping for ${loaded.state.setup.name}` : "Shopping" };
}

export default async function BatchPage({ params }: Params) {
  const { id } = await params;
  const loaded = marlstone().setups.load(id);
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
  return (
    <SetupBatch
      setupId={id}
      name={setup.name}
      layers={marlstone().rooms.layersToFill(id, setup)}
      packs={marlstone().packs.list()}
      holdsAnimals={setup.vessel.material === "glass"}
      putPack={putPack}
    />
  );
}
