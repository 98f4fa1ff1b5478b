import { now, UNKEPT } from "@/server/edge/http";
import { serve } from "@/server/edge/serve";
import { heavy } from "@/server/heavy/pool";
import { ROUTES } from "@/wire/routes";

export const GET = serve(ROUTES.handOver, async ({ ids }) => {
  const bytes = await heavy("handOver", ids.person!, now());
  return new Response(Buffer.from(bytes), {
    headers: {
      ...UNKEPT,
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="record-${ids.person!}.zip"`,
    },
  });
});
