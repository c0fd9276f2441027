import type { Branch } from "./branch";
import type { Network } from "./network";
import { rememberedColumn } from "./remembered-column";

/**
 * A network as its free water falls from full: what was soaked dries on its main curves; what has only wicked up holds at
 * full what its wetting curves say, and dries from there, with what stood under water as if it had been soaked. The
 * column has a layer for each cell then: it is for what is at rest or in steady flow.
 * @param network on a branch
 * @param branch  that one
 */
export function fallingNetwork(network: Network, branch: Branch, fullCm: number): Network {
  if (branch === "drying") return network;
  const psiCm = network.column.zCm.map((z) => fullCm - z);
  return { ...network, column: rememberedColumn(network, psiCm, { branch, turnsPsiCm: [] }) };
}
