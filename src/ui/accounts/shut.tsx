import { isSignedOutHere } from "@/sync/lock-here";

export const SIGNED_OUT =
  "You are signed out on this device. The server cannot be reached: the session there ends as soon as it can be.";

/** What covers the page until the sign-in screen has loaded, which it cannot while the server is gone. */
export function Shut() {
  return (
    <div
      role="dialog"
      aria-modal
      aria-label="Sign in"
      className="fixed inset-0 z-60 grid place-items-center bg-paper p-6"
    >
      <p className="max-w-md text-lg">{isSignedOutHere() ? SIGNED_OUT : "The sign-in screen is loading."}</p>
    </div>
  );
}
