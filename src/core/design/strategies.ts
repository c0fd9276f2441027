/** How a vessel may hold its water: each a way to put fixtures and layers into it. */
export const STRATEGIES = [
  "platform",
  "gravel-reservoir",
  "wick-cords",
  "tray",
  "raised-outlet",
  "sand-lens",
  "over-soil",
  "false-bottom",
  "no-drain",
  "graded",
  "deep-damp",
  "void-fillers",
  "lined-bed",
  "open-pot",
] as const;
export type Strategy = (typeof STRATEGIES)[number];

export const STRATEGY_WORDS: Record<Strategy, { readonly name: string; readonly about: string }> = {
  platform: {
    name: "Raised platform on soil-filled feet",
    about: "A room of water under a platform; feet packed with soil stand in it and lift it.",
  },
  "gravel-reservoir": {
    name: "Gravel reservoir with a fill tube",
    about: "Water stands between stones, filled through a tube, with an overflow level with their top.",
  },
  "wick-cords": {
    name: "Wick cords into a reservoir",
    about: "The soil rests over the water and cords hang down into it.",
  },
  tray: { name: "Drained pot in a tray", about: "The tray is filled, and drunk up through the open base." },
  "raised-outlet": {
    name: "Drained through a raised outlet",
    about: "A hole some way up keeps the bottom wet, as in a bog; rain runs out.",
  },
  "sand-lens": {
    name: "Drained, with a lens of sand low down",
    about: "Fine sand near the base holds water where the lowest roots find it.",
  },
  "over-soil": { name: "Water over the soil", about: "A tub of soil under water, for what grows in the shallows." },
  "false-bottom": {
    name: "No drain, false bottom under a screen",
    about: "What is too much drips through the screen, out of reach and in sight.",
  },
  "no-drain": {
    name: "No drain and no drainage layer",
    about: "Soil on the bare base, watered in small measured doses.",
  },
  graded: {
    name: "Open pot of coarse grains, graded",
    about: "Finer grains at the base hold the water, coarser ones above hold the air.",
  },
  "deep-damp": {
    name: "Deep damp substrate",
    about: "Wet at the base, dry at the surface, with every dampness in between for those that dig.",
  },
  "void-fillers": {
    name: "Void-fillers under a separator",
    about: "Light pieces fill the lower half of a tall pot, to spare soil and weight.",
  },
  "lined-bed": {
    name: "Deep bed on a liner",
    about: "A bed whose lower part is lined and filled with sand or gravel as a reservoir.",
  },
  "open-pot": { name: "Drained pot, watered from the top", about: "Holes in the base and soil all the way down." },
};
