import { cookies } from "next/headers";
import { allProfiles, findProfile, type Profile } from "./practitioners";
import { PROFILE_COOKIE } from "./profile-cookie";
import { theStore } from "./store";

/** The profile chosen in this browser, else the first one; null when there is none yet. */
export async function currentProfile(): Promise<Profile | null> {
  const store = theStore();
  const chosen = (await cookies()).get(PROFILE_COOKIE)?.value;
  return (chosen && findProfile(store, chosen)) || allProfiles(store)[0] || null;
}
