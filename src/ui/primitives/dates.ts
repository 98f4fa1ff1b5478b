import { format, parseISO } from "date-fns";

/**
 * A day as it is written everywhere: 26 Nov 2026.
 *
 * @param instant a day or an instant, ISO 8601
 */
export const dayText = (instant: string): string => format(parseISO(instant), "d MMM yyyy");

/** An instant as it is written everywhere, on this device's clock: 26 Nov 2026, 14:05. */
export const timeText = (instant: string): string => format(parseISO(instant), "d MMM yyyy, HH:mm");
