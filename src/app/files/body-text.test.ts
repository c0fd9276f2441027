import { expect, it } from "vitest";
import { bodyText } from "./body-text";

const KIB = 1024;
/** A body that comes by and by, in parts of a KiB, and counts how many were asked for. */
function sent(parts: number, headers: Record<string, string> = {}): { request: Request; asked: () => number } {
  let asked = 0;
  const body = new ReadableStream<Uint8Array>(
    {
      pull(to) {
        if (asked === parts) return to.close();
        asked++;
        to.enqueue(new Uint8Array(KIB).fill(97));
      },
    },
    { highWaterMark: 0 },
  );
  // @ts-expect-error `duplex` is asked for by Node, and unknown to the DOM's types
  const request = new Request("http://127.0.0.1/files/open", { method: "POST", body, headers, duplex: "half" });
  return { request, asked: () => asked };
}
const bytes = (of: Uint8Array<ArrayBuffer>): Request =>
  new Request("http://127.0.0.1/files/open", { method: "POST", body: of });

it("what is sent is read to its end, and no further than what is too much", async () => {
  expect(await bodyText(sent(3).request, 3 * KIB)).toEqual({ ok: true, value: "a".repeat(3 * KIB) });
  // one that does not say how long it is
  const endless = sent(1000);
  expect(await bodyText(endless.request, 3 * KIB)).toMatchObject({ ok: false, problems: [{ code: "too-big" }] });
  expect(endless.asked()).toBeLessThan(10);
  // one that says so is not begun
  const long = sent(1000, { "content-length": String(1000 * KIB) });
  expect(await bodyText(long.request, 3 * KIB)).toMatchObject({ ok: false, problems: [{ code: "too-big" }] });
  expect(long.asked()).toBe(0);
});

it("letters come as they were written; what is no text is said to be none", async () => {
  const text = "\uFEFFMoos, Wörter";
  expect(await bodyText(bytes(new TextEncoder().encode(text)))).toEqual({ ok: true, value: text });
  expect(await bodyText(bytes(Uint8Array.of(0x89, 0x50, 0x4e, 0x47)))).toMatchObject({
    ok: false,
    problems: [{ code: "not-text" }],
  });
  expect(await bodyText(bytes(new Uint8Array()))).toMatchObject({ ok: false, problems: [{ code: "empty" }] });
  const none = new Request("http://127.0.0.1/files/open", { method: "POST" });
  expect(await bodyText(none)).toMatchObject({ ok: false, problems: [{ code: "empty" }] });
});
