/** A whole house in one file (docs/formats/house.md). */
export const HOUSE_KIND = "marlstone.house";
export const HOUSE_VERSION = 4;
