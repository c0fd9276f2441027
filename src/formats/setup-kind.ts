/** What a setup document calls itself; apart from its parser, so that the browser's bundle does not carry one. */
export const SETUP_KIND = "marlstone.setup";
export const SETUP_VERSION = 2;
