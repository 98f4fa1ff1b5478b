/** Names the profile chosen in this browser. Not a login: real accounts come later. */
export const PROFILE_COOKIE = "dust-lantern-profile";
