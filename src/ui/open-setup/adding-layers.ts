import type { Medium } from "@/core/media/medium";
import { isRootedByDefault } from "@/core/stack/drainage-layer";
import { addLayer, withLayer } from "@/core/stack/edit";
import { layerName } from "./layer-changes";
import { layerOfKey, partKey } from "./part-key";
import type { SetupStore } from "./setup-store";

// What putting in a layer, or another medium, brings along: by itself, for it comes when it is asked for.

/**
 * Adds a layer of a medium above the chosen one, or on top, and chooses it. Answers its id, or undefined where there is no room.
 */
export function addAbove(store: SetupStore, mediumId: string, newId: () => string): string | undefined {
  const { committed, chosen } = store.getState();
  const medium = store.medium(mediumId);
  if (!medium) return undefined;
  const over = layerOfKey(chosen);
  const selected = committed.layers.findIndex(({ id }) => id === over);
  const below = selected < 0 ? committed.layers.length - 1 : selected;
  const id = newId();
  const isTop = below === committed.layers.length - 1;
  const added = addLayer(committed, below, {
    id,
    name: "",
    mediumId,
    rooted: isRootedByDefault(medium, isTop),
  });
  if (!added) {
    store.say("There is no room for another layer: make one thicker or the vessel deeper first.");
    return undefined;
  }
  const covered = committed.layers[below];
  const coveredMedium = covered && store.medium(covered.mediumId);
  // a coarse layer that was the top has soil over it now, and is what that drains into
  const unrooted =
    isTop && covered?.rooted && coveredMedium && !isRootedByDefault(coveredMedium, false) ? covered : undefined;
  const setup = unrooted ? withLayer(added.setup, unrooted.id, { rooted: false }) : added.setup;
  const problems = store.offer(`Added ${medium.name}`, setup, "metric");
  if (problems.length > 0) {
    store.say(problems[0]!.message);
    return undefined;
  }
  store.choose(partKey("layer", id));
  const notes = [
    added.tookFrom ? `The vessel is full, so the new layer took half of ${layerName(added.tookFrom, store)}.` : "",
    unrooted
      ? `${layerName(unrooted, store)} lies under soil now, so it is not counted as rooted; mark it again if roots live in it.`
      : "",
  ].filter(Boolean);
  store.say(notes.length > 0 ? notes.join(" ") : undefined);
  return id;
}

/** Whether a layer is rooted once it is of another medium: what the grower has said of it stays. */
export const rootedIn = (now: boolean, was: Medium | undefined, next: Medium, isTop: boolean): boolean =>
  was && now !== isRootedByDefault(was, isTop) ? now : isRootedByDefault(next, isTop);

/** What is said where a change of medium has changed that. */
export const rootsWords = (rooted: boolean, { name }: Medium): string =>
  rooted
    ? `${name} is counted as rooted; unmark it if no roots live in it.`
    : `${name} is not counted as rooted: roots seldom live in it. Mark it again if they do; without a rooted layer nothing can be told of them.`;
