import { describe, expect, it } from "vitest";
import { withLayer, withoutLayer } from "@/core/stack/edit";
import { MIX, layer, medium, potWith, withHeld } from "@/core/testing/setups";
import type { Setup } from "@/core/stack/setup";
import type { SetupState } from "@/formats/setup/actions";
import { drainedAfterSoaking, runSetup, supplyOf } from "../../core/testing/settled";
import { compareDrainage } from "./compare-drainage";
import { partKey } from "./part-key";
import { makeSetupStore } from "./setup-store";
import { questionsOf } from "./asked";
import { heldView, shownView } from "./derived";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const MIX_ID = "potting-mix-peat-based-20";

function storeOf(setup: Setup) {
  const kept: [label: string, setup: Setup][] = [];
  const state: SetupState = { setupId: "pot", version: 1, setup, undoLabel: null, redoLabel: null, setAside: [] };
  return { store: makeSetupStore(state, medium, (label, changed) => kept.push([label, changed])), kept, state };
}
const thick = (setup: Setup, thicknessCm: number): Setup => withLayer(setup, MIX_ID, { thicknessCm });

describe("the page's store", () => {
  it("takes a change, settles it and hands it on to be saved, once", () => {
    const { store, kept } = storeOf(POT);
    expect(store.offer("Thickness", thick(POT, 15), "metric")).toEqual([]);
    expect(kept).toEqual([["Thickness", thick(POT, 15)]]);
    const { view } = store.getState();
    expect(view.ok && view.value.readings.heightCm).toBe(20);
    expect(store.offer("Thickness", thick(POT, 15), "metric")).toEqual([]);
    expect(kept).toHaveLength(1);
  });

  it("answers a change that makes no sense with its problems, in the grower's units, and keeps the last good state", () => {
    const { store, kept } = storeOf(POT);
    expect(store.offer("Thickness", thick(POT, 60), "imperial")[0]!.message).toMatch(/in too high/u);
    expect(store.getState().setup).toBe(POT);
    expect(kept).toEqual([]);
  });

  it("knows a mix that was kept since the page came, as a layer and beside those it came with", () => {
    const { store } = storeOf(POT);
    const learned = { ...medium(MIX)!, id: "mix:new@1", name: "New mix" };
    expect(store.medium(learned.id)).toBeUndefined();
    const with_ = withLayer(POT, MIX_ID, { mediumId: learned.id });
    expect(store.offer("Soil", with_, "metric")[0]!.code).toBe("unknown-medium");
    store.learn(learned);
    expect(store.medium(learned.id)!.name).toBe("New mix");
    const fresh = withLayer(POT, MIX_ID, { mediumId: learned.id });
    expect(store.offer("Soil", fresh, "metric")).toEqual([]);
    expect(store.getState().view.ok).toBe(true);
    expect(store.medium(MIX)!.id).toBe(MIX);
  });

  it("draws a drag without keeping it, keeps it when it ends, and puts it back when it is given up", () => {
    const { store, kept } = storeOf(POT);
    store.preview(thick(POT, 12));
    store.preview(thick(POT, 11));
    expect(store.getState()).toMatchObject({ setup: { layers: { 1: { thicknessCm: 11 } } }, committed: POT });
    store.cancelPreview();
    expect(store.getState().setup).toBe(POT);
    store.commitPreview("Nothing");
    expect(kept).toEqual([]);
    store.preview(thick(POT, 10));
    store.commitPreview("Top of the mix");
    expect(kept.map(([label, { layers }]) => [label, layers[1]!.thicknessCm])).toEqual([["Top of the mix", 10]]);
  });

  it("does not draw a frame of a drag that makes no sense", () => {
    const { store } = storeOf(POT);
    store.preview(withHeld(POT, { kind: "free-water", levelCm: 40, overflowCm: null }));
    expect(store.getState().setup).toBe(POT);
  });

  it("keeps the last view on show while a stack cannot be computed, and lets it be mended", () => {
    const strange = withLayer(POT, MIX_ID, { mediumId: "moon-dust" });
    const { store, state } = storeOf(POT);
    store.adopt({ ...state, setup: strange });
    expect(store.getState().view).toMatchObject({ ok: false, problems: [{ code: "unknown-medium" }] });
    expect(store.getState().lastView?.setup).toBe(POT);
    expect(store.offer("Mended", withLayer(strange, MIX_ID, { mediumId: MIX }), "metric")).toEqual([]);
    expect(store.getState().view.ok).toBe(true);
  });

  it("lets go of a part that goes, and keeps the one that stays, whatever else is changed", () => {
    const { store } = storeOf(POT);
    expect(store.getState()).toMatchObject({ chosen: undefined, opened: undefined });
    const mix = partKey("layer", MIX_ID);
    store.openPart(mix);
    expect(store.getState()).toMatchObject({ chosen: mix, opened: mix, drawer: "parts" });
    store.offer("Thicker", withLayer(POT, MIX_ID, { thicknessCm: 9 }), "metric");
    expect(store.getState()).toMatchObject({ chosen: mix, opened: mix });
    store.choose(partKey("water"));
    store.offer("Removed", withoutLayer(POT, MIX_ID), "metric");
    expect(store.getState()).toMatchObject({ chosen: partKey("water"), opened: undefined });
    store.openPart(partKey("layer", "pea-gravel-6-10-5"));
    store.openPart(undefined);
    expect(store.getState()).toMatchObject({ chosen: partKey("layer", "pea-gravel-6-10-5"), opened: undefined });
    store.offer("Removed", potWith(POT, []), "metric");
    expect(store.getState()).toMatchObject({
      chosen: undefined,
      lastView: undefined,
      view: { ok: false, problems: [{ code: "no-layers" }] },
    });
  });

  it("holds a state that was against the present one, and changes nothing by it", () => {
    const { store, kept } = storeOf(POT);
    store.holdAgainst(withLayer(POT, MIX_ID, { thicknessCm: 9 }));
    expect(store.getState().held?.setup.layers.find(({ id }) => id === MIX_ID)?.thicknessCm).toBe(9);
    expect(store.getState().setup).toBe(POT);
    expect(kept).toEqual([]);
  });

  it("shows a drained vessel at rest until its state a day after a soaking is there, and only if it is still the one on show", () => {
    const drained = potWith({ kind: "drained", outletCm: 0 });
    const { store } = storeOf(drained);
    const when = (): string => {
      const { view } = store.getState();
      return view.ok ? view.value.when : "none";
    };
    expect([when(), store.getState().draining]).toEqual(["rest", true]);
    const found = drainedAfterSoaking(drained, medium);
    if (!found.ok) throw new Error(found.problems[0]!.message);
    const answer = { ok: true as const, value: found.value.equilibrium };
    const drainOf = (setup: Setup) => ({ question: { kind: "drain", setup }, status: "answered", answer }) as const;
    store.take("drained", drainOf(thick(drained, 7)));
    expect(when()).toBe("rest");
    store.take("drained", drainOf(store.getState().setup));
    expect([when(), store.getState().draining]).toEqual(["day", false]);
    store.preview(thick(drained, 12));
    expect([when(), store.getState().draining]).toEqual(["rest", true]);
    store.showWhen("rest");
    expect([when(), store.getState().draining]).toEqual(["rest", false]);
    expect(storeOf(POT).store.getState().draining).toBe(false);
  });

  it("holds a state against changes, drained or at rest as the page shows it, until it is let go", () => {
    const drained = potWith({ kind: "drained", outletCm: 0 });
    const { store } = storeOf(drained);
    store.hold();
    store.offer("Thickness", thick(drained, 12), "metric");
    expect(heldView(store.getState())).toMatchObject({ setup: drained, when: "rest" });
    const found = drainedAfterSoaking(drained, medium);
    if (!found.ok) throw new Error(found.problems[0]!.message);
    const answer = { ok: true as const, value: found.value.equilibrium };
    const drainOf = (setup: Setup) => ({ question: { kind: "drain", setup }, status: "answered", answer }) as const;
    store.take("heldDrained", drainOf(thick(drained, 3)));
    expect(heldView(store.getState())?.when).toBe("rest");
    store.take("heldDrained", drainOf(drained));
    expect(heldView(store.getState())?.when).toBe("day");
    store.showWhen("rest");
    expect(heldView(store.getState())?.when).toBe("rest");
    store.letGo();
    expect(heldView(store.getState())).toBeUndefined();
  });

  it("takes a drainage layer out as one step while it holds the state with it, and says when there is none to speak of", () => {
    const { store, kept } = storeOf(POT);
    compareDrainage(store, () => "new", "metric");
    expect(kept.map(([label, { layers }]) => [label, layers.length])).toEqual([["Without the drainage layer", 1]]);
    expect(store.getState().held).toMatchObject({ setup: POT, change: { kind: "without" } });
    const bare = storeOf(potWith(POT, [layer("pea-gravel-6-10", 8)]));
    compareDrainage(bare.store, () => "new", "metric");
    expect(bare.store.getState()).toMatchObject({
      held: undefined,
      notice: expect.stringContaining("no drainage layer") as string,
    });
  });

  it("plays a run of the setup it was asked for, and forgets it when the setup changes", () => {
    const { store } = storeOf(POT);
    store.askRun(1);
    const run = runSetup(POT, medium, 1);
    const runOf = (setup: Setup, dryDays: number) => ({ kind: "run", setup, dryDays, own: [] }) as const;
    store.take("run", { question: runOf(thick(POT, 9), 1), status: "answered", answer: run });
    expect(store.getState().run?.kind).toBe("computing");
    store.take("run", { question: runOf(POT, 1), status: "computing", told: { done: 0.5 } });
    expect(store.getState().run).toMatchObject({ kind: "computing", done: 0.5 });
    store.take("run", { question: runOf(POT, 1), status: "answered", answer: run });
    store.seek(1e6);
    const shown = store.getState().run;
    if (shown?.kind !== "ready") throw new Error("ready");
    expect([shown.frame, shown.view.when]).toEqual([shown.run.frames.length - 1, "run"]);
    expect(shownView(store.getState())).toBe(shown.view);
    store.preview(thick(POT, 9));
    expect(store.getState().run).toBeUndefined();
    store.askRun(2);
    const problems = [{ path: "run", code: "stopped", message: "too hard" }];
    const question = runOf(store.getState().setup, 2);
    store.take("run", { question, status: "answered", answer: { ok: false, problems } });
    expect(store.getState().run).toMatchObject({ kind: "failed", message: "too hard" });
  });

  it("has a dose's room only where water is dosed", () => {
    const dosed = potWith({ kind: "dosed", storedCm3: 1500 }, [layer("coir-pith-fine", 10)]);
    const views = [POT, dosed].map((setup) => storeOf(setup).store.getState().view);
    expect(views.map((view) => view.ok && view.value.dose !== undefined)).toEqual([false, true]);
  });
});

describe("what the page asks off its thread", () => {
  const drained = potWith({ kind: "drained", outletCm: 0 });

  it("is a day's draining of a drained vessel, of what is held too, unless both are shown at rest", () => {
    const { store } = storeOf(drained);
    expect(questionsOf(store.getState())).toMatchObject({
      drained: { kind: "drain", setup: drained },
      heldDrained: undefined,
      supply: undefined,
      run: undefined,
    });
    store.hold();
    store.preview(thick(drained, 12));
    expect(questionsOf(store.getState())).toMatchObject({
      drained: { setup: { layers: { 1: { thicknessCm: 12 } } } },
      heldDrained: { setup: drained },
    });
    store.showWhen("rest");
    expect(questionsOf(store.getState())).toMatchObject({ drained: undefined, heldDrained: undefined });
  });

  it("is the supply of what is kept, not of a frame of a drag, and of no stack that cannot be computed", () => {
    const { store, state } = storeOf(POT);
    expect(questionsOf(store.getState()).supply).toEqual({ kind: "supply", setup: POT });
    store.preview(thick(POT, 12));
    expect(questionsOf(store.getState()).supply).toBeUndefined();
    store.adopt({ ...state, setup: withLayer(POT, MIX_ID, { mediumId: "moon-dust" }) });
    expect(questionsOf(store.getState()).supply).toBeUndefined();
  });

  it("is the same question as long as what it asks is the same: whoever answers knows it by that", () => {
    for (const setup of [POT, drained]) {
      const { store } = storeOf(setup);
      store.hold();
      store.askRun(3);
      const before = questionsOf(store.getState());
      store.choose(undefined);
      expect(Object.entries(questionsOf(store.getState())).every(([at, one]) => one === before[at as never])).toBe(
        true,
      );
    }
  });

  it("is a run while one is wanted", () => {
    const { store } = storeOf(POT);
    store.askRun(7);
    expect(questionsOf(store.getState()).run).toEqual({ kind: "run", setup: POT, dryDays: 7, own: [] });
    store.endRun();
    expect(questionsOf(store.getState()).run).toBeUndefined();
  });

  it("says why a draining failed and shows the settled state for good; the last supply stays on show while the next is computed", () => {
    const { store } = storeOf(drained);
    store.take("drained", { question: { kind: "drain", setup: drained }, status: "failed" });
    expect(store.getState()).toMatchObject({ draining: false, view: { value: { when: "rest" } } });
    expect(store.getState().notice).toMatch(/could not be computed/u);
    const pot = storeOf(POT).store;
    const answer = supplyOf(POT, medium);
    pot.take("supply", { question: { kind: "supply", setup: POT }, status: "answered", answer });
    pot.take("supply", { question: { kind: "supply", setup: thick(POT, 9) }, status: "computing", told: {} });
    expect(pot.getState().supply).toEqual({ setup: POT, result: answer });
  });
});
