import { gzipSync } from "node:zlib";
import { MARROWBECK } from "../demo/marrowbeck";
import { TROUGH, expect, saved, shown, test } from "./marlstone";

const MOST_SCRIPT_BYTES = 250_000;

test("a setup's page stays inside its budgets (times are printed, not judged)", async ({
  browser,
  page,
  open,
  marlstone,
}) => {
  // what is dragged has the most parts of all
  const partsOf = ({ layers, fixtures, occupants }: (typeof MARROWBECK)[number]): number =>
    layers.length + fixtures.length + occupants.length;
  expect(MARROWBECK.toSorted((a, b) => partsOf(b) - partsOf(a))[0]!.name).toBe(TROUGH);
  let scriptBytes = 0;
  const counting: Promise<void>[] = [];
  page.on("response", (response) => {
    if (response.request().resourceType() === "script")
      counting.push(
        response.body().then(
          (body) => {
            scriptBytes += gzipSync(body).length;
          },
          () => undefined,
        ),
      );
  });
  await page.goto(marlstone.url);
  const href = await page.getByRole("link", { name: TROUGH }).first().getAttribute("href");
  scriptBytes = 0;
  await page.goto(marlstone.url + href!);
  await shown(page);
  await page.waitForLoadState("networkidle");
  await Promise.all(counting);
  const paint = await page.evaluate(
    () => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN,
  );
  console.log(
    `setup page: ${Math.round(scriptBytes / 1000)} kB of scripts compressed, first paint at ${Math.round(paint)} ms`,
  );
  expect(scriptBytes).toBeGreaterThan(50_000);
  expect(scriptBytes).toBeLessThan(MOST_SCRIPT_BYTES);

  await open(TROUGH);
  for (const name of ["Top of wick bed", "Free water level", "Overflow hole"]) {
    const box = (await page.getByRole("slider", { name }).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const drag = async (frames: number): Promise<void> => {
      for (let i = 0; i < frames; i++) {
        await page.mouse.move(x, y + 30 * Math.sin(i / 9));
        await page.evaluate(() => new Promise(requestAnimationFrame));
      }
    };
    await page.mouse.move(x, y);
    await page.mouse.down();
    await drag(40);
    await browser.startTracing(page, { categories: ["devtools.timeline"] });
    await drag(120);
    await page.mouse.up();
    const frames = dragFrames(JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] });
    console.log(
      `dragging “${name}”: ${frames.length} frames, median ${percentile(frames, 0.5).toFixed(1)} ms, p95 ${percentile(frames, 0.95).toFixed(1)} ms`,
    );
    expect(frames.length).toBeGreaterThan(50);
    await saved(page);
  }
});

type TraceEvent = {
  name: string;
  ph: string;
  ts: number;
  dur?: number;
  tid: number;
  pid: number;
  args?: { data?: { type?: string } };
};

/**
 * What a frame of a drag does on the page's main thread: the handler with the computation and React in it, then style,
 * layout and paint.
 */
const FRAME_WORK = [
  "EventDispatch",
  "FireAnimationFrame",
  "UpdateLayoutTree",
  "Layout",
  "PrePaint",
  "Paint",
  "Layerize",
  "Commit",
];

/**
 * That work for each frame in which the pointer moved, from one rendering to the next, each of it once; the test's own
 * scripts are not counted. [ms]
 */
function dragFrames({ traceEvents }: { traceEvents: TraceEvent[] }): number[] {
  const isMove = ({ name, args }: TraceEvent): boolean =>
    name === "EventDispatch" && args?.data?.type === "pointermove";
  const first = traceEvents.find(isMove);
  if (!first) return [];
  const work = traceEvents
    .filter(
      ({ name, ph, tid, pid }) => FRAME_WORK.includes(name) && ph === "X" && tid === first.tid && pid === first.pid,
    )
    .sort((a, b) => a.ts - b.ts);
  const frames: number[] = [];
  let total = 0;
  let countedTo = 0;
  let moved = false;
  for (const event of work) {
    const end = event.ts + (event.dur ?? 0);
    total += Math.max(0, end - Math.max(event.ts, countedTo)) / 1000;
    countedTo = Math.max(countedTo, end);
    moved ||= isMove(event);
    if (event.name !== "Layerize") continue;
    if (moved) frames.push(total);
    total = 0;
    moved = false;
  }
  return frames;
}

const percentile = (values: number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!;
