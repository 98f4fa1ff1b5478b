/** The theme that was chosen in this browser, kept so that the next page is drawn in it from the start. */
export const THEME_COOKIE = "dust-lantern-theme";
