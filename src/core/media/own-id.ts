/** What marks the id of a grower's own medium; by itself, since most that ask for it need no fitting. */
export const OWN_PREFIX = "own:";
export const ownMediumId = (id: string): string => OWN_PREFIX + id;
export const isOwn = (mediumId: string): boolean => mediumId.startsWith(OWN_PREFIX);
