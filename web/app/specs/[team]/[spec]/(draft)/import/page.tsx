import type { Metadata } from "next";
import { ImportPage } from "@/features/import/import-page";

export const metadata: Metadata = { title: "Take a file in" };

export default function Import() {
  return <ImportPage />;
}
