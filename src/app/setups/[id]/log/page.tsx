import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { z } from "zod";
import { parseIsoDay } from "@/core/units/day-number";
import { logPageInput, type LogPageInput } from "@/formats/log/schema";
import { marlstone } from "@/server";
import { NotReadable } from "@/ui/sheet/not-readable";
import { SetupLogPage } from "@/ui/log/log-page";
import { addToLog, changeLog, forecastOf, logVersions } from "./actions";

type Params = {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? `Log of ${loaded.state.setup.name}` : "Log" };
}

/** What of an address can be read; the rest is as if it were not there. */
const query = z.object({
  show: logPageInput.shape.show.catch("all").default("all"),
  until: z
    .string()
    .refine((day) => parseIsoDay(day) !== undefined)
    .transform((day) => `${day}T23:59`)
    .pipe(logPageInput.shape.until.unwrap())
    .nullable()
    .catch(null)
    .default(null),
  before: z
    .string()
    .transform((text) => ({
      at: text.slice(0, text.lastIndexOf(".")),
      key: Number(text.slice(text.lastIndexOf(".") + 1)),
    }))
    .pipe(logPageInput.shape.before.unwrap())
    .nullable()
    .catch(null)
    .default(null),
});

export default async function SetupLogOfPage({ params, searchParams }: Params) {
  const { id } = await params;
  const house = marlstone();
  const loaded = house.setups.load(id);
  if (loaded.status === "missing") notFound();
  if (loaded.status === "damaged") return <NotReadable setupId={id} what="kept a log of" />;
  const asked: Omit<LogPageInput, "setupId"> = query.parse(await searchParams);
  const { setup } = loaded.state;
  return (
    <SetupLogPage
      setupId={id}
      name={setup.name}
      depthCm={setup.vessel.insideDepthCm}
      today={house.log.minute().slice(0, 10)}
      asked={asked}
      page={house.log.page({ setupId: id, ...asked })}
      last={house.log.last(id)}
      series={house.log.series(id)}
      actions={{ add: addToLog, change: changeLog, versions: logVersions, forecast: forecastOf }}
    />
  );
}

export const dynamic = "force-dynamic";
