const FIELDS: Readonly<Record<string, string>> = {
  parts: "part",
  amendments: "amendment",
  name: "name",
  note: "note",
  media: "own media",
  kind: "kind of file",
  version: "version of the file",
  amount: "amount",
  mediumId: "medium",
  id: "which",
};

/** Where in a mix's file something is, in words and counted from 1: "part 2, amount: ". Empty for the whole file. */
export function placeWords(path: string): string {
  const words = path
    .split(".")
    .filter((step) => step !== "")
    .map((step) => {
      const [, field = step, index] = /^([^[]*)\[(\d+)\]$/u.exec(step) ?? [];
      return `${FIELDS[field] ?? field}${index === undefined ? "" : ` ${Number(index) + 1}`}`;
    });
  return words.length === 0 ? "" : `${words.join(", ")}: `;
}
