import { download, now } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.exportPerson, async ({ ids }) => {
  const person = ids.person!;
  const text = await heavy("exportPerson", person, now());
  return download(text, `person-${person}.json`, "application/json; charset=utf-8");
});
