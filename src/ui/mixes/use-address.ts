import { useEffect } from "react";

/**
 * What is written is the page's address, so that it can be kept and sent. The router is left out of it (it passes over
 * a history's own state): told of a new address it asks the server for that page once more, and on a slow answer loads
 * it anew, with every field that is open. Where it writes its own address back, as after an action, this one is put
 * again.
 * @param asked what stands behind the path by name; what is empty is left out
 */
export function useAddress(path: string, asked: Readonly<Record<string, string>>): void {
  const search = Object.entries(asked)
    .filter(([, value]) => value !== "")
    .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
    .join("&");
  const address = search === "" ? path : `${path}?${search}`;
  useEffect(() => {
    const put = (): void => {
      const { pathname, search: stands } = window.location;
      if (pathname === path && pathname + stands !== address) history.replaceState(history.state, "", address);
    };
    put();
    // not in every browser: there the address is put at the next change of what is written
    const navigation = "navigation" in window ? window.navigation : undefined;
    navigation?.addEventListener("currententrychange", put);
    return () => navigation?.removeEventListener("currententrychange", put);
  }, [path, address]);
}
