import type { Metadata } from "next";
import { marlstone } from "@/server";
import { FilesPage } from "@/ui/files/files-page";

export const metadata: Metadata = { title: "Files" };

export default function Files() {
  return <FilesPage counts={marlstone().counts()} />;
}
