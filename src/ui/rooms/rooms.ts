/**
 * The rooms of the house: one line each, in the order they stand in the way around, on a desk and on a phone alike, and
 * in what is found by name. On a phone the first few are under the thumb and the others one press away.
 */
export type Room = {
  readonly href: string;
  readonly name: string;
  /** What one finds there, for who looks for it by name. */
  readonly hint: string;
};

export const ROOMS: readonly Room[] = [
  { href: "/", name: "Yard", hint: "all setups" },
  { href: "/calendar", name: "Calendar", hint: "what is due, by day and by month" },
  { href: "/media", name: "Media", hint: "what layers are made of" },
  { href: "/mixes", name: "Mixes", hint: "recipes and batches" },
  { href: "/living", name: "Living things", hint: "plants and animals" },
  { href: "/places", name: "Places", hint: "where setups stand, and their weather" },
  { href: "/files", name: "Files", hint: "import, export, open a copy, the whole house" },
  { href: "/keeping", name: "Keeping", hint: "backup, access, passphrase" },
];

/** So many rooms are under the thumb; one more place there opens all of them. */
export const UNDER_THUMB = 4;

/** The room one is in: setups stand in the yard, and what a room holds is in it. */
export function roomAt(path: string): string {
  const within = ROOMS.find(({ href }) => href !== "/" && (path === href || path.startsWith(`${href}/`)));
  return within?.href ?? "/";
}
