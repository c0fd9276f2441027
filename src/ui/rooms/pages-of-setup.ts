/**
 * The pages of one setup under its head: one line each to add, in the order of its life. Those that belong together stand
 * beside one another under one of them.
 */
export type SetupPagePath = "" | "/year" | "/schedule" | "/sheet" | "/batch" | "/log" | "/history";
type Beside = { readonly path: SetupPagePath; readonly name: string };
export type SetupPage = {
  readonly path: SetupPagePath;
  readonly name: string;
  readonly beside: readonly Beside[];
};

export const SETUP_PAGES: readonly SetupPage[] = [
  { path: "", name: "Design", beside: [] },
  {
    path: "/year",
    name: "Year",
    beside: [
      { path: "/year", name: "Water through the year" },
      { path: "/schedule", name: "Schedule" },
    ],
  },
  {
    path: "/sheet",
    name: "Build",
    beside: [
      { path: "/sheet", name: "Build sheet" },
      { path: "/batch", name: "Shopping and mixing" },
    ],
  },
  { path: "/log", name: "Log", beside: [] },
  { path: "/history", name: "History", beside: [] },
];

/** The tab that a page is under. */
export const pageAt = (path: SetupPagePath): SetupPage =>
  SETUP_PAGES.find((page) => page.path === path || page.beside.some((one) => one.path === path)) ?? SETUP_PAGES[0]!;
