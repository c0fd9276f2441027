import { When } from "../common/when";
import type { WrittenMix } from "./use-draft";

/** What is not saved of a mix, where it is kept meanwhile, and what else was written and not saved. */
export function DraftLine({ written, isNew }: { written: WrittenMix; isNew: boolean }) {
  const { unsaved, takenUp, offered } = written;
  return (
    <div className="no-print space-y-1 text-[0.95rem] leading-snug">
      <p role="status" className={unsaved === "only-here" ? "said" : "text-soft"}>
        {unsaved === "kept" &&
          (takenUp ? (
            <>
              What you wrote here on <When at={takenUp} /> stands here again; it is not saved, and kept in this browser
              until it is.
            </>
          ) : (
            "Not saved yet; kept in this browser until it is."
          ))}
        {unsaved === "only-here" &&
          "Not saved, and this browser does not keep it: it is lost when the page is closed. Save it first."}
      </p>
      {unsaved !== "no" && (
        <button type="button" className="press" onClick={written.goBack}>
          {isNew ? "Begin anew" : "Back to what is saved"}
        </button>
      )}
      {unsaved !== "only-here" && offered.length > 0 && (
        <section aria-label="Written before and not saved" className="pt-2">
          <h2 className="small-caps">Written before and not saved</h2>
          <ul>
            {offered.map((one) => (
              <li key={one.key} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
                <span className="min-w-0 flex-1 truncate" title={one.text}>
                  {one.name || one.text || "a note"}
                </span>
                <span className="text-soft">
                  <When at={one.keptAt} />
                </span>
                <button type="button" className="press" onClick={() => written.bring(one)}>
                  Bring it back
                </button>
                <button type="button" className="press" onClick={() => written.letGo(one)}>
                  Let it go
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
