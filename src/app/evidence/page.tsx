import { EvidencePage } from "@/ui/evidence/evidence-page";
import { Ahead } from "@/ui/shell/ahead";
import { ROUTES } from "@/wire/routes";

export const metadata = { title: "Evidence · Dust Lantern" };

export default function Evidence() {
  return (
    <>
      <Ahead path={ROUTES.evidence.path} />
      <EvidencePage />
    </>
  );
}
