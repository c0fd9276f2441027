/**
 * How often a passphrase may be tried: some tries at once from one address, then one at a time, each wrong one doubling
 * the wait; and over all addresses together no more than a few a second, for who has many.
 */
const FREE_TRIES = 5;
const FIRST_WAIT_MS = 15_000;
const LONGEST_WAIT_MS = 15 * 60_000;
const FORGOTTEN_AFTER_MS = 24 * 3600_000;
const MOST_ADDRESSES = 1000;
const MOST_AT_ONCE = 3;

type Address = { readonly wrong: number; readonly at: number };

export class Tries {
  private readonly addresses = new Map<string, Address>();
  private running = 0;

  /** How long an address has to wait before its next try. [ms] */
  waitMs(address: string, nowMs: number): number {
    const known = this.addresses.get(address);
    if (this.running >= MOST_AT_ONCE) return 1000;
    if (!known || known.wrong < FREE_TRIES) return 0;
    const wait = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (known.wrong - FREE_TRIES));
    return Math.max(0, known.at + wait - nowMs);
  }

  /** Counts a try as wrong from its start, so that many at once are no way round. */
  async attempt(address: string, nowMs: number, check: () => Promise<boolean>): Promise<boolean> {
    this.forgetOld(nowMs);
    const wrong = (this.addresses.get(address)?.wrong ?? 0) + 1;
    this.addresses.delete(address);
    this.addresses.set(address, { wrong, at: nowMs });
    this.running++;
    try {
      const right = await check();
      if (right) this.addresses.delete(address);
      return right;
    } finally {
      this.running--;
    }
  }

  /** The map keeps the order of tries, oldest first. */
  private forgetOld(nowMs: number): void {
    for (const [address, { at }] of this.addresses) {
      if (this.addresses.size < MOST_ADDRESSES && at + FORGOTTEN_AFTER_MS > nowMs) return;
      this.addresses.delete(address);
    }
  }
}

const GROUPS = 8;

/** What an address counts as: whoever has one of IPv6 has the 2⁶⁴ beside it, however it is written (RFC 5952). */
export function addressOf(from: string): string {
  const [address] = from.split("%") as [string];
  if (!address.includes(":")) return address;
  // one of IPv4 in the dress of the other
  const dotted = /:(\d+\.\d+\.\d+\.\d+)$/u.exec(address);
  if (dotted) return dotted[1]!;
  const [head, tail] = address.split("::").map((part) => part.split(":").filter((group) => group !== ""));
  const left = head ?? [];
  const zeros = tail === undefined ? 0 : Math.max(0, GROUPS - left.length - tail.length);
  const groups = [...left, ...Array.from({ length: zeros }, () => "0"), ...(tail ?? [])];
  return groups
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(":");
}
