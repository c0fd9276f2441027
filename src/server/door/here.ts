import { hostname, networkInterfaces } from "node:os";
import { isOwnName } from "./hosts";

/** Under which names and addresses this machine is known on its own network. */
export function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces()).flatMap((of) =>
    (of ?? []).map(({ address, family }) => (family === "IPv6" ? `[${address}]` : address)),
  );
  return [...addresses, hostname(), `${hostname()}.local`];
}

/** What Marlstone is bound to besides this machine's own names; undefined where that is all. */
export function boundTo(): string | undefined {
  const host = process.env.MARLSTONE_HOST;
  return host && !isOwnName(host) ? host : undefined;
}

/** The folder of the data: MARLSTONE_DATA, or `data/` in the folder the program was started in. */
export const dataFolder = (): string => process.env.MARLSTONE_DATA || "data";
