import { EvidencePage } from "@/ui/evidence/evidence-page";

export const metadata = { title: "Evidence · Dust Lantern" };

export default function Evidence() {
  return <EvidencePage />;
}
