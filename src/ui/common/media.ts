import { CATALOGUE } from "@/core/media/catalogue";
import type { Medium } from "@/core/media/medium";

/** The media a grower can choose, by name. */
export const MEDIA: readonly Medium[] = [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en"));

const byId = new Map(MEDIA.map((medium) => [medium.id, medium]));

export const mediumById = (id: string): Medium | undefined => byId.get(id);
