import { refuse } from "@/core/base";
import { answer } from "@/server/edge/http";
import { findProfile } from "@/server/repositories/practitioners";
import { PROFILE_COOKIE } from "@/server/edge/profile-cookie";
import { theStore } from "@/server/store/open";

type Context = { params: Promise<{ practitioner: string }> };

const A_YEAR_SECONDS = 31_536_000;

export const POST = (_request: Request, { params }: Context) =>
  answer(async () => {
    const { practitioner } = await params;
    const profile =
      findProfile(theStore(), practitioner) ??
      refuse("practitioner", "is not a profile of this store", "Choose or add a profile first.");
    return Response.json(
      { profile },
      {
        headers: {
          "set-cookie": `${PROFILE_COOKIE}=${practitioner}; Path=/; Max-Age=${A_YEAR_SECONDS}; HttpOnly; SameSite=Strict`,
        },
      },
    );
  });
