/** Where who asks from another machine says the passphrase. A plain form: it works before any script has come. */
export function EnterPage({
  to,
  said,
  wait,
}: {
  to: string;
  said?: "wrong" | "elsewhere" | undefined;
  /** [s] */
  wait?: number | undefined;
}) {
  const message = wait ? waitText(wait) : said && SAID[said];
  return (
    <main className="mx-auto max-w-md px-4 py-10">
      <p className="font-serif text-lg font-semibold">Marlstone</p>
      <h1 className="mt-1 text-2xl">Say the passphrase</h1>
      <p className="mt-2">You are looking from another device, so Marlstone asks. Whoever keeps it has set one.</p>
      <form method="post" action="/enter/in" className="mt-4">
        <input type="hidden" name="to" value={to} />
        <label className="block">
          <span className="text-soft">Passphrase</span>
          <input
            type="password"
            name="passphrase"
            required
            maxLength={200}
            autoComplete="current-password"
            autoFocus
            aria-describedby={message ? "said" : undefined}
            className="field mt-1 w-full"
          />
        </label>
        {message && (
          <p id="said" role="alert" className="said mt-2">
            {message}
          </p>
        )}
        <button type="submit" className="press press-main mt-4">
          Go in
        </button>
      </form>
      <p className="mt-6 text-[0.95rem] leading-snug text-soft">
        This device is let in for 90 days, until you leave, or until the passphrase is changed.
      </p>
    </main>
  );
}

const SAID = {
  wrong: "That is not the passphrase. Capitals count; spaces around it do not.",
  elsewhere: "This was sent from another site’s page, so it was not looked at. Say it here.",
};

const waitText = (seconds: number): string =>
  `Too many wrong ones from here. Try again in ${seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}.`;
