/** The setup as files: all of it, and its section to a scale. */
const SCALES = [1, 2, 5] as const;

export const TakeAlong = ({ setupId }: { setupId: string }) => (
  <section aria-labelledby="along" className="no-print mt-8 border-t border-rule-strong pt-3">
    <h2 id="along" className="text-xl">
      Take it along
    </h2>
    <p className="mt-1 max-w-[70ch] leading-snug">
      One file holds this setup with the mixes, media, kinds and packs it uses; another Marlstone opens it under{" "}
      <a href="/files">Files</a>. The section comes as a drawing in mm that any vector program opens.
    </p>
    <ul className="mt-2 flex flex-wrap gap-2">
      <li>
        <a className="press no-underline" href={`/setups/${setupId}/file`} download>
          The setup as a file
        </a>
      </li>
      {SCALES.map((scale) => (
        <li key={scale}>
          <a className="press no-underline" href={`/setups/${setupId}/section?scale=${scale}`} download>
            Section, SVG 1:{scale}
          </a>
        </li>
      ))}
    </ul>
  </section>
);
