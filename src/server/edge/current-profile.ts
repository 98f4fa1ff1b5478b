import { cookies } from "next/headers";
import type { Actor } from "@/core";
import type { Profile } from "@/wire/practitioners";
import { allProfiles, findProfile } from "../repositories/practitioners";
import { PROFILE_COOKIE } from "./profile-cookie";
import { theStore } from "../store/open";

/** The profile chosen in this browser, else the first one; null when there is none yet. */
export async function currentProfile(): Promise<Profile | null> {
  const store = theStore();
  const chosen = (await cookies()).get(PROFILE_COOKIE)?.value;
  return (chosen && findProfile(store, chosen)) || allProfiles(store)[0] || null;
}

/** The same as the one who says something; undefined when nobody is chosen. */
export async function currentActor(): Promise<Actor | undefined> {
  const profile = await currentProfile();
  return profile ? { id: profile.id, name: profile.name } : undefined;
}
