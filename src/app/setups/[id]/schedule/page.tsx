import type { Metadata } from "next";
import { cookies } from "next/headers";
import { notFound } from "next/navigation";
import { readPreferences } from "@/formats/preferences/schema";
import { marlstone } from "@/server";
import { NotReadable } from "@/ui/sheet/not-readable";
import { SetupSchedulePage } from "@/ui/schedule/setup-schedule";
import { keepSchedule } from "../../../calendar/actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? `Schedule of ${loaded.state.setup.name}` : "Schedule" };
}

/** What is told: a little of what was, and most of a year ahead. [days] */
const BACK_DAYS = 30;
const AHEAD_DAYS = 300;

export default async function SetupScheduleOfPage({ params }: Params) {
  const { id } = await params;
  const house = marlstone();
  const loaded = house.setups.load(id);
  if (loaded.status === "missing") notFound();
  if (loaded.status === "damaged") return <NotReadable setupId={id} what="scheduled" />;
  const jar = await cookies();
  const system = readPreferences((name) => jar.get(name)?.value).units;
  const today = house.schedule.today();
  const made = house.schedule.ofSetup(id, { from: today - BACK_DAYS, until: today + AHEAD_DAYS, today, system });
  return (
    <SetupSchedulePage
      setupId={id}
      name={loaded.state.setup.name}
      today={today}
      schedule={
        made.ok
          ? {
              dues: made.value.dues,
              notes: made.value.notes,
              since: made.value.keeping.since,
              isSinceSaid: made.value.keeping.isSinceSaid,
              inCalendar: made.value.keeping.inCalendar,
            }
          : undefined
      }
      why={made.ok ? "" : made.problems[0]!.message}
      keep={keepSchedule}
    />
  );
}

export const dynamic = "force-dynamic";
