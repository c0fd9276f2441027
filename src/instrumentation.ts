/** Once, as the server starts: says in the log what is wrong with the database, and closes it when the server is stopped. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { closeMarlstone, databaseTrouble } = await import("./server");
  const trouble = databaseTrouble();
  if (trouble) console.error(`\nMarlstone cannot use its data. ${trouble.what} ${trouble.safe} ${trouble.toDo}\n`);
  for (const signal of ["SIGTERM", "SIGINT"] as const) process.once(signal, closeMarlstone);
}
