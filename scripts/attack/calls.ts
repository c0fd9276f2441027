import { readFileSync } from "node:fs";

/** The functions that pages call, by name, as the build knows them. */
export function actionIds(): ReadonlyMap<string, string> {
  const manifest = JSON.parse(readFileSync(".next/server/server-reference-manifest.json", "utf8")) as {
    node: Record<string, { exportedName: string }>;
  };
  return new Map(Object.entries(manifest.node).map(([id, { exportedName }]) => [exportedName, id]));
}

export type Called = { readonly status: number; readonly text: string };

/** Calls a function as a page does. Status 0 where no answer came. */
export async function call(
  url: string,
  page: string,
  action: string,
  body: string | Uint8Array,
  headers: Record<string, string> = {},
): Promise<Called> {
  try {
    const answer = await fetch(url + page, {
      method: "POST",
      headers: {
        "next-action": action,
        "content-type": "text/plain;charset=UTF-8",
        accept: "text/x-component",
        ...headers,
      },
      body: body as BodyInit,
      redirect: "manual",
    });
    return { status: answer.status, text: await answer.text() };
  } catch {
    return { status: 0, text: "" };
  }
}

/** What a function answered: the last line of React's answer that holds a value. */
export function answered(text: string): unknown {
  const line = text.split("\n").findLast((one) => /^1:/u.test(one));
  try {
    return line === undefined ? undefined : JSON.parse(line.slice(2));
  } catch {
    return undefined;
  }
}

/** How often each thing came. */
export class Tally {
  private readonly counts = new Map<string, number>();
  add(what: string | number): void {
    this.counts.set(String(what), (this.counts.get(String(what)) ?? 0) + 1);
  }
  get(what: string | number): number {
    return this.counts.get(String(what)) ?? 0;
  }
  toString(): string {
    return [...this.counts]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([what, n]) => `${what}: ${n}`)
      .join(", ");
  }
}

/** Numbers that look random and come the same for the same seed (Marsaglia's xorshift, 2003). */
export function randomFrom(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}
