import { notFound, redirect } from "next/navigation";
import { marlstone } from "@/server";
import type { UnreadableInput } from "@/formats/unreadable";

/** Where a page has nothing to show: what is stored and cannot be read is told of, and settled, elsewhere. */
export function notThere({ what, id }: UnreadableInput): never {
  if (
    marlstone()
      .files.unreadable()
      .some((one) => one.what === what && one.id === id)
  )
    redirect("/keeping#unreadable");
  notFound();
}
