import { hostname, networkInterfaces } from "node:os";

/** Under which names and addresses this machine is known on its own network. */
export function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces()).flatMap((of) =>
    (of ?? []).map(({ address, family }) => (family === "IPv6" ? `[${address}]` : address)),
  );
  return [...addresses, hostname(), `${hostname()}.local`];
}

/** The folder of the data: MARLSTONE_DATA, or `data/` in the folder the program was started in. */
export const dataFolder = (): string => process.env.MARLSTONE_DATA || "data";
