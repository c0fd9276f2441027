// The charts of media, which a page loads together when it first shows one.
export { toldHeightsCm, type Curved } from "./axes";
export { Compared, DashSwatch, type ComparedBy } from "./compared";
export { ConductivityChart } from "./conductivity-chart";
export { HeightChart } from "./height-chart";
export { RetentionChart } from "./retention-chart";
