/** What no sentence of the app says, nor any that a clinic puts in its place. */
export const NEVER_SAID = /\b(diagnos\w*|confirm\w*|safe(?!ty)\w*|clear|cleared)\b/i;
