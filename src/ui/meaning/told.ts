/** What is told under the lines of a setup's meaning, in one piece that comes once somebody is there. */
export { WhoWould } from "../occupants/who-would";
export { CareNumber, CareTold, DesignNumber, DesignTold } from "./checks";
export { DoseTable } from "./dose-table";
export { AgainstNumber, AgainstTold } from "./held-against";
export { SupplyTold } from "./supply";
