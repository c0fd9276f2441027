import Link from "next/link";
import { SiteHeader } from "@/ui/head/site-header";

export default function NotFound() {
  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-2xl px-4 py-8">
        <h1 className="text-2xl">There is nothing here</h1>
        <p className="mt-2">Nothing stands under this address. It may have been made on another machine’s Marlstone.</p>
        <p className="mt-4">
          <Link href="/">To the yard</Link>
        </p>
      </main>
    </>
  );
}
