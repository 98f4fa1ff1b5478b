/** What a practitioner puts their name to. */
export const SIGN_STATEMENT = "This is what I asked, did and found.";
