import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.fhir, async ({ ids }) =>
  download(
    await heavy("fhirOf", ids.exam!, now()),
    `exam-${ids.exam!}.fhir.json`,
    "application/fhir+json; charset=utf-8",
  ),
);
