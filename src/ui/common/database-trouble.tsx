/** Instead of any page, while the database cannot be relied on: what it is, what is safe, what to do. */
export function DatabaseTroublePage({ what, safe, toDo }: { what: string; safe: string; toDo: string }) {
  return (
    <main className="mx-auto max-w-2xl px-4 py-8">
      <h1 className="text-2xl">Marlstone cannot use its data</h1>
      <p className="mt-2">{what}</p>
      <p className="mt-2">{safe}</p>
      <p className="mt-2">{toDo}</p>
    </main>
  );
}
