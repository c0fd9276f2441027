import { late } from "../../common/late";
import { WhenReached } from "../../common/when-reached";
import type { Sheet } from "../sheet";

const LivingInSection = late(
  () => import("../../occupants/living-marks").then(({ LivingInSection: marks }) => marks),
  undefined,
  "unspoken",
);

/** What lives there, once it is known how it stands with it. */
export const OccupantsDrawn = ({ store, setup, geometry, outline, running, chosen }: Sheet) =>
  setup.occupants.length > 0 && !running ? (
    <WhenReached>
      <LivingInSection store={store} geometry={geometry} outline={outline} chosen={chosen} />
    </WhenReached>
  ) : null;
