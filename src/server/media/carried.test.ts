import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { CATALOGUE } from "../../core/media/catalogue/catalogue";
import { NO_FIGURES } from "../../core/media/own-medium";
import { carried } from "../../ui/common/carried";
import { openMarlstone } from "../open";

it("media carried to a page as one text are the same there, to the last digit: the catalogue, one's own, and mixes", () => {
  const folder = mkdtempSync(join(tmpdir(), "marlstone-carried-"));
  const house = openMarlstone(folder);
  try {
    const figures = { ...NO_FIGURES, dryBulkDensityGPerCm3: 1.4 };
    const own = house.media.createOwn({ name: "Grit", grade: "", basedOn: "granite-grit-3-6", figures });
    const parts = [
      { mediumId: "sphagnum-peat", parts: 2 },
      { mediumId: "perlite-coarse-3-6", parts: 1 },
    ];
    const mix = house.mixes.create({ name: "Bog bench", note: "", amendments: [], parts });
    expect([own.ok, mix.ok]).toEqual([true, true]);
    const media = house.media.all();
    expect(media).toHaveLength(CATALOGUE.length + 2);
    expect(JSON.parse(carried(media).json)).toEqual(media);
    expect(JSON.parse(carried([]).json)).toEqual([]);
  } finally {
    house.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
