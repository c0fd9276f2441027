/**
 * Under which names Marlstone answers: those of this machine alone, and those its owner named. A page of another site
 * may have its name point at 127.0.0.1 (DNS rebinding), and would then speak with Marlstone as if it were its own.
 */
const LOOPBACK: ReadonlySet<string> = new Set(["localhost", "127.0.0.1", "[::1]"]);

/** The name in a Host header, lower case and without its port; undefined where it is none. */
export function hostName(host: string | null): string | undefined {
  const [, name] = /^(\[[\da-f:]+\]|[\w.-]+)(?::\d{1,5})?$/iu.exec(host ?? "") ?? [];
  return name?.toLowerCase().replace(/\.$/u, "");
}

/** Names parted by commas or spaces, as in MARLSTONE_HOSTS. */
export const namesIn = (text: string | undefined): ReadonlySet<string> =>
  new Set(
    (text ?? "")
      .split(/[\s,]+/u)
      .map(hostName)
      .filter((name) => name !== undefined),
  );

/** Whether a Host header names this machine as it names itself. */
export const isOwnName = (host: string | null): boolean => LOOPBACK.has(hostName(host) ?? "");

/** @param machines  under which this machine is known on its network, where it is open to that */
export function isServedHost(
  host: string | null,
  owners: string | undefined,
  machines: readonly string[] = [],
): boolean {
  const name = hostName(host);
  return (
    name !== undefined &&
    (LOOPBACK.has(name) || namesIn(owners).has(name) || machines.some((own) => own.toLowerCase() === name))
  );
}

/**
 * Whether what is sent comes from a page of this Marlstone. A browser names the page's origin with everything that it
 * posts; what names none is no page.
 */
export function isFromOwnPage(origin: string | null, host: string | null): boolean {
  if (origin === null) return true;
  try {
    return host !== null && new URL(origin).host === host.toLowerCase();
  } catch {
    // "null", as a page says that does not want to be known
    return false;
  }
}

/** Whether an address can be read: percent signs that say no character cannot. */
export function isReadablePath(pathname: string): boolean {
  try {
    decodeURIComponent(pathname);
    return true;
  } catch {
    return false;
  }
}
